import { returnedAh } from '../charging/returned';
import { standingReadings } from '../steps/current-readings';
import type { Reading, ReadingOf } from '../steps/reading';
import { type ChargeEnergy, energyOf } from './energy';
import { givesLess } from './gives-less';
import type { RoomFacts } from './room-facts';

/** A run in which something was charged, with its readings. */
export interface ChargedRun {
  readonly runId: string;
  readonly batteryId: string;
  readonly tag: string;
  readonly nominalVolts: number;
  readonly readings: readonly Reading[];
}

/** What one battery took from the mains. */
export interface BatteryEnergy extends ChargeEnergy {
  readonly batteryId: string;
  readonly tag: string;
  readonly charges: number;
  readonly ampHours: number;
}

/** What a charger gave against what it was set to. */
export interface ChargerRecord {
  readonly charger: string;
  readonly charges: number;
  /** How often it was read before the voltage was reached, and in how many of these it gave less than it was set to. */
  readonly read: number;
  readonly gaveLess: number;
  /** Of these, what it gave and was set to the last time, A. */
  readonly last: { readonly gives: number; readonly setTo: number } | null;
}

/** What was charged over a time: batteries by what they took, the most first; chargers by what they gave. */
export interface ChargingRecord {
  readonly energy: ChargeEnergy;
  readonly batteries: readonly BatteryEnergy[];
  readonly chargers: readonly ChargerRecord[];
}

interface OneCharge {
  readonly start: ReadingOf<'charge_start'>;
  readonly log: readonly ReadingOf<'charge_log'>[];
}

/** The charges of a run: each from where it was put on to where the next was, or to its end. */
function chargesIn(readings: readonly Reading[]): OneCharge[] {
  const charges: { start: ReadingOf<'charge_start'>; log: ReadingOf<'charge_log'>[] }[] = [];
  let isOn = false;
  for (const reading of readings) {
    if (reading.kind === 'charge_start') charges.push({ start: reading, log: [] });
    if (reading.kind === 'charge_log' && isOn) charges.at(-1)?.log.push(reading);
    isOn = reading.kind === 'charge_start' || (isOn && reading.kind !== 'charge');
  }
  return charges;
}

/**
 * What the charges of some runs took and what their chargers gave. A charge that nobody read on its charger counts, and takes nothing that is known.
 */
export function chargingRecord(
  runs: readonly ChargedRun[],
  facts: Pick<RoomFacts, 'pricePerKwh'>,
): ChargingRecord {
  const batteries = new Map<string, BatteryEnergy>();
  const chargers = new Map<string, ChargerRecord>();
  for (const { batteryId, tag, nominalVolts, readings } of runs) {
    for (const { start, log } of chargesIn(standingReadings(readings))) {
      const ampHours = returnedAh(start, log);
      const { kwh, cost } = energyOf({ ampHours, volts: log.at(-1)?.data.volts ?? start.data.volts }, facts);
      const had = batteries.get(batteryId) ?? { batteryId, tag, charges: 0, ampHours: 0, kwh: 0, cost: 0 };
      batteries.set(batteryId, {
        ...had,
        charges: had.charges + 1,
        ampHours: had.ampHours + ampHours,
        kwh: had.kwh + kwh,
        cost: had.cost + cost,
      });
      const { charger } = start.data;
      if (charger !== undefined)
        chargers.set(
          charger,
          withCharge(chargers.get(charger) ?? noCharge(charger), { start, log }, nominalVolts),
        );
    }
  }
  const all = [...batteries.values()].sort((one, other) => other.kwh - one.kwh);
  const sum = (of: (one: BatteryEnergy) => number) => all.reduce((total, one) => total + of(one), 0);
  return {
    energy: { kwh: sum(({ kwh }) => kwh), cost: sum(({ cost }) => cost) },
    batteries: all,
    chargers: [...chargers.values()],
  };
}

const noCharge = (charger: string): ChargerRecord => ({
  charger,
  charges: 0,
  read: 0,
  gaveLess: 0,
  last: null,
});

function withCharge(had: ChargerRecord, { start, log }: OneCharge, nominalVolts: number): ChargerRecord {
  const { volts, amps } = start.data;
  let { read, gaveLess, last } = had;
  for (const { data, takenAtMs } of log) {
    const at = { atMs: takenAtMs, volts: data.volts, amps: data.amps, temperatureC: data.temperatureC };
    const isBelow = givesLess({ last: { ...at, amps: 0 }, volts, amps }, nominalVolts) !== null;
    if (!isBelow) continue;
    read++;
    const less = givesLess({ last: at, volts, amps }, nominalVolts);
    if (less) {
      gaveLess++;
      last = less;
    }
  }
  return { ...had, charges: had.charges + 1, read, gaveLess, last };
}

/** A charger that gave less so often, and in most of its readings, is named. Rules of ours. */
const NAMED_FROM = 2;
const MOST_OF_THEM = 0.5;

/** Whether a charger is to be looked at: it gave less than it was set to, and not only once. */
export function isWeakCharger({ read, gaveLess }: ChargerRecord): boolean {
  return gaveLess >= NAMED_FROM && gaveLess > MOST_OF_THEM * read;
}
