import { coldStarts, heldStarts } from './cold-trial';

it('of 500 starts that were told to be at risk, as many came as were told, within 5 %', () => {
  const { told, came, distance, reliability } = heldStarts(coldStarts(500, 4712));
  expect(distance).toBeLessThanOrEqual(0.05);
  expect(Math.abs(told - came)).toBeLessThanOrEqual(0.05);
  expect(reliability).toHaveLength(5);
  // It tells them apart: the surest band comes far oftener than the least sure.
  expect(reliability.at(-1)?.came).toBeGreaterThan((reliability[0]?.came ?? 1) + 0.6);
});
