import { planCharge } from '../charging/charge-plan';
import { type Chance, seededChance } from '../quantity/chance';
import type { ChannelOption, ChargeJob, RoomChannel } from '../room/charge-job';
import { mainsAmps } from '../room/mains';
import type { Shift } from '../room/shifts';
import { chargingTime } from './charging-times';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;

/** A battery as it comes to a simulated room: what the room is told of it, and what only the world knows. */
export interface Arriving extends Omit<ChargeJob, 'held'> {
  /** What its charge takes, as a share of what is planned. */
  readonly truth: number;
  /** It takes no charge, and comes off once that is plain. */
  readonly refuses: boolean;
}

/** A charger that gives nothing for a while, with all its channels. */
export interface Outage {
  readonly channels: readonly number[];
  readonly fromMs: number;
  readonly toMs: number;
}

/** A week of a mid-sized room. */
export interface RoomWeek {
  readonly startMs: number;
  readonly endMs: number;
  readonly channels: readonly RoomChannel[];
  readonly circuitAmps: Readonly<Record<string, number>>;
  readonly airPerHour: number;
  readonly shifts: readonly Shift[];
  readonly arriving: readonly Arriving[];
  readonly outages: readonly Outage[];
}

const CHARGERS = 5;
const CHANNELS_EACH = 4;
/** What a channel of each charger gives, A. */
const AMPS: readonly number[] = [12, 18, 18, 25, 40];
const CIRCUIT_AMPS = 16;
const AIR_PER_HOUR = 14;
const A_DAY = 60;
const STARTS_AT = Date.UTC(2026, 10, 2);

/** Who waits: after how many hours, and how heavily an hour counts; most wait for nobody in particular. */
const WANTED: readonly (readonly [share: number, hours: number | null, weight: number])[] = [
  [0.4, null, 1],
  [0.3, 26, 1],
  [0.2, 14, 2],
  [0.1, 8, 5],
];

/** A week by chance: sixty batteries a day on working days, half of that at the weekend. */
export function roomWeek(seed: number): RoomWeek {
  const chance = seededChance(seed);
  const channels = Array.from({ length: CHARGERS * CHANNELS_EACH }, (_, at) => ({
    id: `${Math.floor(at / CHANNELS_EACH)}/${(at % CHANNELS_EACH) + 1}`,
    circuit: `C${Math.floor(at / CHANNELS_EACH)}`,
  }));
  const arriving: Arriving[] = [];
  for (let day = 0; day < 7; day++) {
    const count = day < 5 ? A_DAY : A_DAY / 2;
    for (let one = 0; one < count; one++) {
      const atMs = STARTS_AT + day * DAY + Math.round(chance.between(6 * 4, 20 * 4)) * (HOUR / 4);
      arriving.push(arrivingAt(atMs, `${day}-${one}`, chance));
    }
  }
  arriving.sort((one, other) => one.fromMs - other.fromMs);
  const failing = Math.floor(chance.uniform() * CHARGERS);
  const failsMs = STARTS_AT + Math.floor(chance.between(0, 6) * 24) * HOUR;
  return {
    startMs: STARTS_AT,
    endMs: STARTS_AT + 7 * DAY,
    channels,
    arriving,
    airPerHour: AIR_PER_HOUR,
    circuitAmps: Object.fromEntries(channels.map(({ circuit }) => [circuit, CIRCUIT_AMPS])),
    shifts: Array.from({ length: 12 }, (_, day) => ({
      fromMs: STARTS_AT + day * DAY + 6 * HOUR,
      toMs: STARTS_AT + day * DAY + 22 * HOUR,
      onCall: false,
    })),
    outages: [
      {
        channels: Array.from({ length: CHANNELS_EACH }, (_, at) => failing * CHANNELS_EACH + at),
        fromMs: failsMs,
        toMs: failsMs + Math.floor(chance.between(4, 20)) * HOUR,
      },
    ],
  };
}

function arrivingAt(fromMs: number, id: string, chance: Chance): Arriving {
  const { spec, thoughtPct, plannedHours, tookHours } = chargingTime(chance);
  const deep = chance.uniform() < 0.05;
  const watchedMs = deep ? 4 * HOUR : 0;
  const drawn = chance.uniform();
  let [share, [, hours, weight]] = [0, WANTED[0] ?? [1, null, 1]];
  for (const [part, ...wanted] of WANTED) {
    share += part;
    if (drawn < share) {
      [hours, weight] = wanted;
      break;
    }
  }
  const options = AMPS.flatMap((amps, charger) => {
    const asked = { temperatureC: 20, chargerAmps: amps, senses: false, mode: 'normal' } as const;
    const plan = planCharge(spec, { ...asked, chargePct: deep ? 0 : thoughtPct });
    if (!plan) return [];
    return Array.from(
      { length: CHANNELS_EACH },
      (_, at): ChannelOption => ({
        channel: charger * CHANNELS_EACH + at,
        chargeMs: Math.round(plan.hours * HOUR) + watchedMs,
        mainsAmps: mainsAmps(plan),
      }),
    );
  });
  return {
    id,
    fromMs,
    weight,
    watchedMs,
    options,
    dueMs: hours === null ? null : fromMs + hours * HOUR,
    restMs: chance.pick([1, 1, 4]) * HOUR,
    airPerHour:
      planCharge(spec, {
        chargePct: thoughtPct,
        temperatureC: 20,
        chargerAmps: null,
        senses: false,
        mode: 'normal',
      })?.airPerHour ?? 0,
    truth: tookHours / plannedHours,
    refuses: chance.uniform() < 0.02,
  };
}
