import { firstComeFirstServed, runWeek } from './room-trial';
import { weekBeside } from './room-trial-summary';
import { roomWeek } from './room-week';

test('weeks run by the plan are half as late, within the limits, and their promises hold', () => {
  const weeks = [0, 1, 2].map(weekBeside);
  const sum = (of: (week: (typeof weeks)[number]) => number) =>
    weeks.reduce((total, week) => total + of(week), 0);
  expect(sum(({ broken }) => broken)).toBe(0);
  expect(sum(({ idleHours }) => idleHours)).toBeLessThanOrEqual(
    sum(({ idleHoursUnplanned }) => idleHoursUnplanned),
  );
  expect(sum(({ lateness }) => lateness)).toBeLessThanOrEqual(
    0.5 * sum(({ latenessUnplanned }) => latenessUnplanned),
  );
  const [held, all] = [sum((week) => week.held), sum((week) => week.sooner + week.held + week.later)];
  expect(all).toBeGreaterThan(900);
  expect(held / all).toBeGreaterThanOrEqual(0.75);
  expect(held / all).toBeLessThanOrEqual(0.85);
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
