import fc from 'fast-check';
import { assess } from '@/core/assessment/assess';
import type { BatterySpec } from '@/core/battery/battery';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { evidenceFromReadings } from '@/core/steps/evidence-from-readings';
import { Unreadable } from './packed-json';
import { packJudgement, unpackJudgement } from './packed-judgement';

const spec: BatterySpec = {
  construction: 'flooded',
  nominalVolts: 12,
  c20Ah: 60,
  rcMinutes: null,
  ratings: [{ standard: 'SAE', amps: 570 }],
};

function judged() {
  const evidence = evidenceFromReadings(spec, []);
  return { evidence, assessment: assess(evidence, STANDARD_RULES) };
}

describe('a judgement', () => {
  it('comes out as it was packed, in a third of the room or less', () => {
    const kept = judged();
    const packed = packJudgement(kept);
    expect(unpackJudgement(packed)).toEqual(JSON.parse(JSON.stringify(kept)));
    expect(packed.length).toBeLessThan(JSON.stringify(kept).length / 3);
  });

  it('that was kept before any was packed is read all the same', () => {
    const kept = judged();
    const text = JSON.stringify(kept);
    const bytes = new TextEncoder().encode(text);
    for (const stored of [text, bytes, bytes.buffer as ArrayBuffer]) {
      expect(unpackJudgement(stored)).toEqual(JSON.parse(text));
    }
  });

  it('packed with the first dictionary stays readable', () => {
    const packed = Buffer.from(PACKED_ONCE, 'base64');
    expect(unpackJudgement(packed)).toEqual({
      evidence: { battery: { construction: 'agm', nominalVolts: 6 } },
      assessment: { verdict: 'watch', grade: 'C', core: '1.4.1' },
    });
  });

  it('packed with an earlier list of fields stays readable, fields that are not in it too', () => {
    for (const kept of [RECORDS_ONCE, RECORDS_NOW])
      expect(unpackJudgement(Buffer.from(kept, 'base64'))).toEqual(SMALL);
    expect(packJudgement(SMALL).toString('base64')).toBe(RECORDS_NOW);
  });

  it('keeps every number to its last bit, and every text', () => {
    const number = fc.oneof(
      fc.double({ noNaN: true, noDefaultInfinity: true }),
      fc.integer(),
      fc.integer({ min: -2_000_000, max: 2_000_000 }).map((thousandths) => thousandths / 1000),
    );
    const value = fc.oneof(number, fc.string({ unit: 'grapheme' }), fc.boolean(), fc.constant(null));
    // The one name that the packing gives another: a field of it could reach into every object.
    const name = fc.string().filter((text) => text !== '__proto__');
    const field = fc.oneof(fc.constantFrom('pct', 'sdPct', 'volts', 'forced'), name);
    const record = fc.dictionary(field, fc.oneof(value, fc.array(value)));
    fc.assert(
      fc.property(record, record, (evidence, assessment) => {
        const unpacked = unpackJudgement(packJudgement({ evidence, assessment }));
        expect(JSON.stringify(unpacked)).toBe(JSON.stringify({ evidence, assessment }));
      }),
    );
  });

  it.each([
    ['nothing', Buffer.alloc(0)],
    ['a way of packing that is not known', Buffer.of(9, 1, 2, 3)],
    ['a value cut short', packJudgement(judged()).subarray(0, 30)],
    ['no object', '12'],
  ])('%s is told, not thrown', (_what, stored) => {
    expect(unpackJudgement(stored)).toBeInstanceOf(Unreadable);
  });
});

/** Written by the first version that packed; it must never be made anew. */
const PACKED_ONCE = 'ASO2nZSYnovRTjKrxVO5lSeWJGcg6jYlZ1BLBtVuAA==';

/** The same of the second way. */
const SMALL = {
  evidence: { battery: { construction: 'agm', nominalVolts: 6 }, load: { volts: 10.25, newer: [1, 2.5] } },
  assessment: { verdict: 'watch', grade: 'C', core: '2.0.0' },
};
const RECORDS_NOW =
  'A0LUcl2Sp2JhdHRlcnmkbG9hZNRyXpKsY29uc3RydWN0aW9urG5vbWluYWxWb2x0c6NhZ20G1HJfkqV2b2x0c6VuZXdlcspBJAAAkgHKQCAAANRyYJOndmVyZGljdKVncmFkZaRjb3JlpXdhdGNooUOlMi4wLjA=';
const RECORDS_ONCE =
  'AkLUcliSp2JhdHRlcnmkbG9hZNRyWZKsY29uc3RydWN0aW9urG5vbWluYWxWb2x0c6NhZ20G1HJakqV2b2x0c6VuZXdlcspBJAAAkgHKQCAAANRyW5OndmVyZGljdKVncmFkZaRjb3JlpXdhdGNooUOlMi4wLjA=';
