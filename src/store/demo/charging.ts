import type { BenchHand } from '@/core/instruments/bench-hand';
import { type ChargeWish, NO_WISH } from '@/core/room/charge-wish';
import { type RoomFacts, type RoomHours, USUAL_ROOM } from '@/core/room/room-facts';
import { BIG_ONE, SMALL_ONE } from './chargers';
import type { DemoRun, Stage } from './lives';
import { enter, look, lying, ROUTINE } from './stories';

const MS_PER_MINUTE = 60_000;
const HOUR_MS = 60 * MS_PER_MINUTE;

/** The port never sleeps: somebody is at the shop from six to ten, and can be called at night. */
const HOURS: readonly RoomHours[] = [1, 2, 3, 4, 5, 6, 7].flatMap((day) => [
  { day, fromMinute: 0, toMinute: 6 * 60, onCall: true },
  { day, fromMinute: 6 * 60, toMinute: 22 * 60, onCall: false },
  { day, fromMinute: 22 * 60, toMinute: 24 * 60, onCall: true },
]);

/** What is true of Ferngate's charging corner. */
export const demoRoom = (nowMs: number): RoomFacts => ({
  ...USUAL_ROOM,
  fan: { atMs: nowMs - 50 * HOUR_MS, draws: true },
  hours: [...HOURS],
  circuits: [
    { name: 'B4', amps: 10 },
    { name: 'C1', amps: 10 },
    { name: 'C2', amps: 16 },
  ],
  airPerHour: 20,
});

/** Who waits for which battery, from now on. */
export const demoWishes = (nowMs: number): readonly (readonly [tag: string, wish: ChargeWish])[] => [
  [
    'FH-0113',
    { ...NO_WISH, dueMs: hourFrom(nowMs, 12), weight: 8, reason: 'Snow plough 2, before the frost' },
  ],
  ['FH-0120', { ...NO_WISH, dueMs: hourFrom(nowMs, 30), weight: 3, reason: 'Workboat Tern goes out' }],
  ['FH-0108', { ...NO_WISH, dueMs: hourFrom(nowMs, 8), weight: 1, reason: 'Yard tractor 2, next shift' }],
];

const hourFrom = (nowMs: number, hours: number) => Math.round((nowMs + hours * HOUR_MS) / HOUR_MS) * HOUR_MS;

/** What lies in the charging corner beside what is on the bench: two on their channels, three that wait. */
export function chargingRuns(stage: Stage): DemoRun[] {
  const low = (number: number, minutes: number, chargePct: number): BenchHand =>
    look(
      enter(stage, { number, atMs: stage.nowMs - minutes * MS_PER_MINUTE, chargePct, temperatureC: 11 }),
      ROUTINE,
    )
      .take('settle', ROUTINE)
      .openCircuit();
  const tanker = low(116, 130, 52);
  tanker.note('charge_start', {
    mode: 'normal',
    amps: 30,
    volts: 14.6,
    hours: 5.2,
    ...(BIG_ONE ? { charger: BIG_ONE.id, channel: 1 } : {}),
  });
  tanker.wait(110).note('charge_log', { amps: 22.5, volts: 14.6, temperatureC: 21, gravity: null });
  const winch = low(123, 640, 40);
  winch.note('charge_start', {
    mode: 'normal',
    amps: 8,
    volts: 7.3,
    hours: 10.9,
    ...(SMALL_ONE ? { charger: SMALL_ONE.id, channel: 1 } : {}),
  });
  winch.wait(240).note('charge_log', { amps: 8, volts: 6.9, temperatureC: 17, gravity: null });
  winch.wait(330).note('charge_log', { amps: 5.1, volts: 7.3, temperatureC: 19, gravity: null });
  return [
    lying(116, tanker),
    lying(123, winch),
    lying(113, low(113, 36, 48)),
    lying(120, low(120, 50, 55)),
    lying(115, low(115, 64, 45)),
  ];
}
