import { hasSettled, type Shown, stillOfUse } from './settled';

const every = (volts: readonly number[], fromMs = 0): Shown[] =>
  volts.map((value, at) => [fromMs + at * 500, value]);

it('a voltage has settled once it has stayed within 10 mV for three seconds', () => {
  const steady = [12.61, 12.62, 12.61, 12.61, 12.62, 12.61, 12.61];
  expect(hasSettled(every(steady), 3000)).toBe(true);
  expect(hasSettled(every(steady.slice(0, 5)), 2000)).toBe(false);
  expect(hasSettled(every([12.63, ...steady]), 3500)).toBe(true);
  expect(hasSettled(every([...steady.slice(0, 6), 12.64]), 3000)).toBe(false);
});

it('a meter that says nothing any more has not settled', () => {
  expect(hasSettled([], 9000)).toBe(false);
  expect(hasSettled(every([12.6, 12.6, 12.6]), 60_000)).toBe(false);
});

it('only what may still tell is kept', () => {
  const shown = every(Array.from({ length: 60 }, () => 12.6));
  const kept = stillOfUse(shown, 30_000);
  expect(kept.length).toBeLessThan(14);
  expect(hasSettled(kept, 29_500)).toBe(hasSettled(shown, 29_500));
});
