import fc from 'fast-check';
import { evenly } from '../quantity/evenly.test-support';
import { recogniseLayout } from './layout';
import { readRecording, tooLarge } from './read-recording';

const bytes = (text: string) => new TextEncoder().encode(text);
const read = (text: string) => {
  const made = readRecording(bytes(text));
  if (!made.ok) throw new Error(made.problems.map(({ message }) => message).join('; '));
  return made.value;
};
const complaint = (text: string | Uint8Array) => {
  const made = readRecording(typeof text === 'string' ? bytes(text) : text);
  return made.ok ? '' : made.problems.map(({ message }) => message).join('; ');
};
const rows = (count: number, row: (at: number) => string) =>
  Array.from({ length: count }, (_, at) => row(at)).join('\n');

describe('a recorder’s file', () => {
  it.each([
    ['as the open format has it', 't_s,v,i_a\n0,12.6,0\n0.5,12.5,4\n1,12.4,8'],
    [
      'with units in its headings',
      'Time (ms);Voltage [mV];Current (A)\n0;12600;0\n500;12500;4\n1000;12400;8',
    ],
    [
      'with two rows of headings',
      'Time\tChannel A volt\tClamp\ns\tV\tA\n0\t12,6\t0\n0,5\t12,5\t4\n1\t12,4\t8',
    ],
    ['with notes above it', '# bench 2\n# engine warm\nt_s,v,i_a\n0,12.6,0\n0.5,12.5,4\n1,12.4,8\n'],
    ['with times of day', 'time,voltage,current\n23:59:59.5,12.6,0\n00:00:00.0,12.5,4\n00:00:00.5,12.4,8'],
    [
      'with dates',
      'timestamp;u;i\n28.11.2026 10:00:00,0;12,6;0\n28.11.2026 10:00:00,5;12,5;4\n28.11.2026 10:00:01,0;12,4;8',
    ],
    ['without a time, but with a rate', 'Sample rate,2\nvoltage,current\n12.6,0\n12.5,4\n12.4,8'],
    ['with a clamp in millivolts', 't_s,v,clamp 10 mV/A\n0,12.6,0\n0.5,12.5,40\n1,12.4,80'],
    ['with a gain', 'Gain,1,10,1\nt_s,v,i_a\n0,1.26,0\n0.5,1.25,4\n1,1.24,8'],
    ['without headings', '0,12.6,0\n0.5,12.5,4\n1,12.4,8'],
    ['parted by blanks', '0.0  12.6   0\n0.5  12.5   4\n1.0  12.4   8'],
    [
      'quoted, with a mark and CRLF',
      '\uFEFF"t_s","v","i_a"\r\n"0","12.6","0"\r\n"0.5","12.5","4"\r\n"1","12.4","8"\r\n',
    ],
    [
      'with columns that are none of ours',
      'n,t_s,lamp,v,i_a\n1,0,on,12.6,0\n2,0.5,on,12.5,4\n3,1,on,12.4,8'.replaceAll('on', '7'),
    ],
  ])('is read %s', (_what, text) => {
    const { recording } = read(text);
    const [first = 0] = recording.seconds;
    expect([...recording.seconds].map((at) => Number((at - first).toFixed(6)))).toEqual([0, 0.5, 1]);
    expect([...(recording.volts ?? [])].map((value) => Number(value.toFixed(6)))).toEqual([12.6, 12.5, 12.4]);
    expect([...(recording.amps ?? [])].map((value) => Number(value.toFixed(6)))).toEqual([0, 4, 8]);
  });

  it('begins at the trigger’s offset where it writes no times', () => {
    const { recording } = read('Interval 1 ms\nTrigger offset -2 ms\nvoltage\n12.6\n12.5\n12.4');
    expect([...recording.seconds].map((at) => Number(at.toFixed(6)))).toEqual([-0.002, -0.001, 0]);
    expect(recording.amps).toBeNull();
  });

  it('is read to the last digit, whatever numbers stand in it', () => {
    const value = evenly(-1e6, 1e6);
    fc.assert(
      fc.property(fc.array(value, { minLength: 2, maxLength: 40 }), (values) => {
        const { recording } = read(`t_s,v\n${values.map((one, at) => `${at},${one}`).join('\n')}`);
        expect([...(recording.volts ?? [])]).toEqual(values.map((one) => one + 0));
      }),
    );
  });

  it('is the same however its bytes are cut', () => {
    const text = `t_s,v,i_a\n${rows(200_000, (at) => `${at / 1000},${12 + (at % 7) / 10},${at % 11}`)}`;
    const { recording } = read(text);
    expect(recording.seconds).toHaveLength(200_000);
    expect(recording.seconds[199_999]).toBe(199.999);
    expect(recording.amps?.[123_456]).toBe(123_456 % 11);
  });
});

describe('what is wrong with a file', () => {
  const sound = (at: number) => `${at / 10},${12 + at / 1000},${at}`;

  it.each([
    ['nothing in it', '', 'nothing in it'],
    ['blanks only', ' \n\n', 'nothing in it'],
    ['words only', 'dear diary\ntoday it rained\n', 'rows of numbers'],
    ['one sample', 't_s,v\n0,12.6\n', 'at least two rows'],
    ['headings only', 't_s,v,i_a\n', 'rows of numbers'],
    ['times that stand still', `t_s,v\n${rows(50, () => '3,12.5')}`, 'times that rise'],
    ['times that jump about', `t_s,v\n${rows(50, (at) => `${(at * 7) % 50},12.5`)}`, 'run backwards'],
    [
      'text where numbers belong',
      `t_s,v\n${rows(50, (at) => (at < 10 ? `${at},12.5` : 'broken'))}`,
      'cannot be read',
    ],
    ['no voltage and no current', 'lamp,light\n3,900\n1,700\n2,800\n1,600', 'a time, or how many'],
  ])('is said: %s', (_what, text, expected) => {
    expect(complaint(text)).toContain(expected);
  });

  it('is said of binary data and of a file of gigabytes, before it is read', () => {
    expect(complaint(Uint8Array.from({ length: 4000 }, (_, at) => (at * 7919) % 251))).toContain('binary');
    const large = tooLarge(5_000_000_000);
    expect(large && !large.ok && large.problems[0]?.message).toContain('5000 MB');
  });

  it.each([
    [
      'rows that cannot be read',
      `t_s,v,i_a\n${rows(200, (at) => (at === 50 ? 'what?' : sound(at)))}`,
      'line 52: “what?”',
    ],
    [
      'rows that run backwards',
      `t_s,v,i_a\n${rows(300, (at) => (at === 50 ? sound(20) : sound(at)))}`,
      '1 row run backwards',
    ],
    ['all rows the wrong way round', `t_s,v,i_a\n${rows(50, (at) => sound(60 - at))}`, 'turned round'],
    [
      'times written too coarsely',
      `t_s,v,i_a\n${rows(60, (at) => `${Math.floor(at / 3)},12.5,${at}`)}`,
      'spread evenly',
    ],
    [
      'a gap',
      `t_s,v,i_a\n${rows(100, (at) => `${at < 50 ? at / 10 : at / 10 + 30},12.5,${at}`)}`,
      'Nothing was recorded for 30',
    ],
    [
      'values that are no number',
      `t_s,v,i_a\n${rows(50, (at) => `${at},12.5,${at === 7 ? 'NaN' : at}`)}`,
      '1 value is missing',
    ],
    [
      'channels that were swapped',
      `t_s,v,i_a\n${rows(50, (at) => `${at},${at % 2 ? 150 : -3},12.${at}`)}`,
      'swapped',
    ],
  ])('is put right and told: %s', (_what, text, expected) => {
    const { told, recording } = read(text);
    expect(told.join(' ')).toContain(expected);
    for (let at = 1; at < recording.seconds.length; at++)
      expect(recording.seconds[at]).toBeGreaterThan(recording.seconds[at - 1] ?? Number.NaN);
  });
});

describe('any file at all', () => {
  const cell = fc.oneof(
    fc.double({ noNaN: false }).map(String),
    fc.constantFrom(
      '',
      'NaN',
      '-',
      '1e999',
      '12,5',
      '"12.6"',
      '--',
      '٣',
      '0x1F',
      '2026-01-01',
      '12:30:11.5',
      '\t',
    ),
    fc.string({ maxLength: 6 }),
  );
  const file = fc
    .tuple(
      fc.constantFrom(',', ';', '\t', ' ', '|'),
      fc.constantFrom('t_s,v,i_a', 'Time;U;I', '', 'a\tb', 'v', '# only a note'),
      fc.array(fc.array(cell, { maxLength: 5 }), { maxLength: 40 }),
      fc.constantFrom('\n', '\r\n', '\r'),
    )
    .map(([mark, head, lines, end]) => [head, ...lines.map((cells) => cells.join(mark))].join(end));

  it('is read soundly or refused with a message', () => {
    fc.assert(
      fc.property(file, (text) => {
        const made = readRecording(bytes(text));
        if (!made.ok) {
          expect(made.problems[0]?.message.length).toBeGreaterThan(5);
          return;
        }
        const { seconds, volts, amps } = made.value.recording;
        expect(volts ?? amps).not.toBeNull();
        for (const values of [seconds, volts, amps])
          expect(values?.every(Number.isFinite) ?? true).toBe(true);
        for (let at = 1; at < seconds.length; at++)
          expect(seconds[at]).toBeGreaterThanOrEqual(seconds[at - 1] ?? 0);
      }),
      { numRuns: 5000, seed: 20_261_128 },
    );
  });

  it('has its layout recognised or refused, whatever its head is', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 300 }), (head) => typeof recogniseLayout(head).ok === 'boolean'),
      {
        numRuns: 2000,
      },
    );
  });
});
