import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { checkShape } from '../exchange/check-shape';
import { type ForeignLines, ForeignLinesSchema, interpreterOf, LineCutter, PLAIN } from './foreign-lines';
import { helloOfKeyed, ownLine } from './keyed-instrument';
import { readLine } from './line';

const METER: ForeignLines = {
  ends: '\r\n',
  reads: [
    { when: '^DC\\s+(?<volts>[-+]?[0-9., ]+)\\s*mV(?<held> H)?$', times: { volts: 0.001 } },
    { when: '^DC\\s+(?<volts>[-+]?[0-9., ]+)\\s*V$', times: { volts: 1 } },
    { when: '^OL$', also: { over: 'yes' } },
    { when: '^LOAD (?<state>on|off)$', verb: 'state' },
  ],
  tells: [
    { when: 'start', send: 'L1\r\n' },
    { when: 'set', send: 'I{amps}\r\n' },
    { when: 'ask cell=3', send: 'C3\r\n' },
  ],
};
const interpreter = (said: ForeignLines = METER) => {
  const made = interpreterOf(said);
  if (!made.ok) throw new Error(made.problems[0]?.message);
  return made.value;
};

describe('an instrument with a language of its own', () => {
  it.each([
    ['DC  12.64 V', 'reading own volts=12.64'],
    ['DC 12,64 V', 'reading own volts=12.64'],
    ['DC -12 640 mV', 'reading own volts=-12.64'],
    ['OL', 'reading own over=yes'],
    ['LOAD on', 'state own state=on'],
  ])('is understood: %s', (said, line) => {
    expect(interpreter().understand(said)).toBe(line);
  });

  it.each(['', 'AC 12.64 V', 'DC .,. V', 'DC   V', `DC ${'1'.repeat(600)} V`])(
    'says nothing that is known: %s',
    (said) => {
      expect(interpreter().understand(said)).toBeNull();
    },
  );

  it('is sent what it is asked for, with the value in it, and nothing that it does not know', () => {
    const { say } = interpreter();
    expect(say('start bank')).toBe('L1\r\n');
    expect(say('set bank amps=285 seconds=15')).toBe('I285\r\n');
    expect(say('ask float cell=3')).toBe('C3\r\n');
    expect(say('ask float cell=4')).toBeNull();
    expect(say('stop bank')).toBeNull();
  });

  it('is told which pattern cannot be read', () => {
    const made = interpreterOf({ reads: [{ when: '(' }] });
    expect(made.ok ? '' : made.problems[0]?.message).toContain('reads/0/when');
  });

  it('is described by the published schema, and by an example that is understood', () => {
    const file = (name: string): unknown =>
      JSON.parse(readFileSync(join(process.cwd(), 'docs/formats', name), 'utf8'));
    expect(file('foreign-lines-1.schema.json')).toEqual(JSON.parse(JSON.stringify(ForeignLinesSchema)));
    const example = checkShape(ForeignLinesSchema, file('foreign-lines-1.example.json'));
    if (!example.ok) throw new Error(example.problems[0]?.message);
    expect(interpreter(example.value).understand('V=12640mV')).toBe('reading own volts=12.64');
    expect(interpreter(example.value).say('start bank')).toBe('LOAD 1\r\n');
  });

  it('that speaks our lines needs no interpreter', () => {
    expect(PLAIN.understand(' reading meter volts=12.6 \r')).toBe('reading meter volts=12.6');
    expect(PLAIN.say('ask meter')).toBe('ask meter\n');
  });
});

describe('lines that come in pieces', () => {
  it('are the same however they are cut', () => {
    fc.assert(
      fc.property(
        fc.array(fc.stringMatching(/^[a-z =.0-9]{0,30}$/)),
        fc.infiniteStream(fc.integer({ min: 1, max: 9 })),
        (lines, sizes) => {
          const text = lines.map((line) => `${line}\r\n`).join('');
          const cutter = new LineCutter('\r\n');
          const seen: string[] = [];
          for (let at = 0; at < text.length; ) {
            const size = sizes.next().value as number;
            seen.push(...cutter.take(text.slice(at, at + size)));
            at += size;
          }
          expect(seen).toEqual(lines);
        },
      ),
    );
  });

  it('that never end are let go of', () => {
    const cutter = new LineCutter('\n');
    for (let at = 0; at < 10_000; at++) cutter.take('noise without an end ');
    const [line = ''] = cutter.take('\n');
    expect(line.length).toBeLessThan(2000);
  });
});

describe('an instrument with a key', () => {
  it('speaks under its own name only, whatever it says', () => {
    expect(ownLine('meter-2', 'reading meter volts=12.6')).toBe('reading meter-2 volts=12.6');
    expect(ownLine('meter-2', 'state bank state=done')).toBe('state meter-2 state=done');
    for (const line of ['hello bank kind=load_bank', 'bye meter', 'start bank', 'nonsense', ''])
      expect(ownLine('meter-2', line)).toBeNull();
  });

  it('introduces itself in a line that can be read', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1, maxLength: 30 }), (label) => {
        const read = readLine(helloOfKeyed({ name: 'm', kind: 'voltmeter', label }));
        expect(read.ok && read.value.fields.label).toBe(label);
      }),
    );
  });
});
