import fc from 'fast-check';

const STEPS = 1_000_000;

/**
 * Numbers in [min, max], every part of it as likely as any other, its ends now and then. `fc.double` takes every number that
 * a computer can write as equally likely: of those from 0 to 3 nearly all are nothing, and what a test draws from it hardly
 * ever differs.
 */
export function evenly(min: number, max: number): fc.Arbitrary<number> {
  const inside = fc.integer({ min: 0, max: STEPS }).map((at) => min + (max - min) * (at / STEPS));
  return fc.oneof(
    { arbitrary: inside, weight: 9 },
    { arbitrary: fc.double({ min, max, noNaN: true }), weight: 1 },
  );
}
