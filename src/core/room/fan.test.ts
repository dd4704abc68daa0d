import { airThere, isFanCheckDue } from './fan';

const DAY = 86_400_000;
const at = (days: number) => Date.UTC(2026, 10, 1) + days * DAY;

test('a fan that nobody looked at, not lately, or that stood still is to be looked at', () => {
  expect(isFanCheckDue(undefined, at(0))).toBe(true);
  expect(isFanCheckDue({ atMs: at(0), draws: true }, at(6))).toBe(false);
  expect(isFanCheckDue({ atMs: at(0), draws: true }, at(8))).toBe(true);
  expect(isFanCheckDue({ atMs: at(0), draws: false }, at(0))).toBe(true);
});

test('a fan that stands still moves nothing, whatever its plate says', () => {
  const stands = { atMs: at(0), draws: false };
  expect(airThere({ airPerHour: 20 })).toBe(20);
  expect(airThere({ airPerHour: 20, fan: { ...stands, draws: true } })).toBe(20);
  expect(airThere({ airPerHour: 20, fan: stands })).toBe(0);
  expect(airThere({ airPerHour: null, fan: stands })).toBe(0);
  expect(airThere({ airPerHour: null })).toBeNull();
});
