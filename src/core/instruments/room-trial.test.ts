import { recordOf, replay } from '../../../scripts/recorded-trial.test-support';
import { firstComeFirstServed, runWeek } from './room-trial';
import type { WeekBeside } from './room-trial-summary';
import { roomWeek } from './room-week';

/** What two hundred weeks came to when docs/charge-room.md was written. */
const { weeks, found, prints } = recordOf<{ readonly weeks: number; readonly found: WeekBeside }>(
  'charge-room',
);

test('the weeks were last run by the plan as it is now: the first comes to the same again', () => {
  const { now, asRecorded } = replay('charge-room', prints);
  expect(now).toEqual(asRecorded);
  expect(prints.weeks).toHaveLength(weeks);
  expect(weeks).toBe(200);
});

test('weeks run by the plan are half as late, within the limits, and their promises hold', () => {
  expect(found.broken).toBe(0);
  expect(found.idleHours).toBeLessThanOrEqual(found.idleHoursUnplanned);
  expect(found.lateness).toBeLessThanOrEqual(0.5 * found.latenessUnplanned);
  const all = found.sooner + found.held + found.later;
  expect(all).toBeGreaterThan(60_000);
  expect(found.held / all).toBeGreaterThanOrEqual(0.75);
  expect(found.held / all).toBeLessThanOrEqual(0.85);
});

test('a foreman who puts two on one channel, or one on a charger that is off, is found out', () => {
  const week = roomWeek(1);
  const careless = runWeek(week, (room) => room.waiting.map(({ id }) => ({ id, channel: 0 })));
  expect(careless.broken).toBeGreaterThan(0);
  const careful = runWeek(week, firstComeFirstServed);
  expect(careful.broken).toBe(0);
  expect(careful.done).toBeGreaterThan(300);
});

test('a foreman who does nothing leaves every channel idle and everybody late', () => {
  const week = roomWeek(2);
  const asleep = runWeek(week, () => []);
  expect(asleep.done).toBe(0);
  expect(asleep.idleHours).toBeGreaterThan(1000);
  expect(asleep.lateness).toBeGreaterThan(10 * runWeek(week, firstComeFirstServed).lateness);
});
