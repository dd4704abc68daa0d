import type { BatterySpec } from '../battery/battery';
import type { ReadingOf } from '../steps/reading';
import { type ChargePlan, chargingVolts } from './charge-plan';
import { FULL_AMPS_PER_AH } from './charging-facts';
import { hoursOn } from './hours-on';

/** What the readings taken on the charger come to. */
export type ChargeState =
  | { readonly kind: 'charging' }
  | { readonly kind: 'full'; readonly why: string }
  | { readonly kind: 'too_hot'; readonly temperatureC: number }
  | { readonly kind: 'awake'; readonly why: string }
  | { readonly kind: 'takes_none'; readonly hours: number };

type Log = readonly ReadingOf<'charge_log'>[];

/** Full: under its share of C20 at absorption voltage for so many hours. Rule of the trade. */
export const FULL_HOURS = 2;
/** Full as well: voltage and gravity unchanged over three hourly readings. Rule of the trade. */
const HOURLY_READINGS = 3;
const LEAST_HOURLY_HOURS = 2;
const SAME_VOLTS = 0.03;
const SAME_GRAVITY = 0.003;
/** A reading this close below absorption counts as at it, V on a 12 V battery. */
const AT_ABSORPTION_VOLTS = 0.2;
/** A deeply discharged battery is awake from here, 12 V; it may take this long, h. Rules of the trade. */
const AWAKE_VOLTS = 12;
const LONGEST_WAKING_HOURS = 16;
const LEAST_WAKING_HOURS = 4;
/** Under this share of C20 nothing goes in. A model of ours. */
const NO_ACCEPTANCE_AMPS_PER_AH = 0.005;

/** Where a charge stands by its log: on, full, too hot, or taking none. Rules of the trade. */
export function chargeState(
  start: ReadingOf<'charge_start'>,
  log: Log,
  plan: Pick<ChargePlan, 'c20Ah' | 'absorptionVolts' | 'stopC'>,
  nominalVolts: number,
): ChargeState {
  const last = log.at(-1);
  if (!last) return { kind: 'charging' };
  const { temperatureC } = last.data;
  if (temperatureC !== null && temperatureC > plan.stopC) return { kind: 'too_hot', temperatureC };
  if (start.data.mode === 'deep') return wakingState(start, last, plan.c20Ah, nominalVolts);
  if (tapered(start, log, plan, nominalVolts)) {
    return { kind: 'full', why: `under ${FULL_AMPS_PER_AH} C at absorption for ${FULL_HOURS} h` };
  }
  if (unchanged(start, log)) return { kind: 'full', why: 'unchanged over three hourly readings' };
  return { kind: 'charging' };
}

function wakingState(
  start: ReadingOf<'charge_start'>,
  last: ReadingOf<'charge_log'>,
  c20Ah: number,
  nominalVolts: number,
): ChargeState {
  const hours = hoursOn(start, last);
  const awake = (last.data.volts * 12) / nominalVolts >= AWAKE_VOLTS;
  const accepts = last.data.amps >= NO_ACCEPTANCE_AMPS_PER_AH * c20Ah;
  if (awake && accepts) return { kind: 'awake', why: `above ${AWAKE_VOLTS} V: charge it in full now` };
  const tooLong = hours >= LONGEST_WAKING_HOURS || (hours >= LEAST_WAKING_HOURS && !accepts);
  return tooLong ? { kind: 'takes_none', hours } : { kind: 'charging' };
}

function tapered(
  start: ReadingOf<'charge_start'>,
  log: Log,
  { c20Ah, absorptionVolts }: Pick<ChargePlan, 'c20Ah' | 'absorptionVolts'>,
  nominalVolts: number,
): boolean {
  const least = absorptionVolts - (AT_ABSORPTION_VOLTS * nominalVolts) / 12;
  const isLow = ({ data }: ReadingOf<'charge_log'>) =>
    data.amps < FULL_AMPS_PER_AH * c20Ah && data.volts >= least;
  const lastHigh = log.findLastIndex((reading) => !isLow(reading));
  const low = log.slice(lastHigh + 1);
  const [first] = low;
  const last = low.at(-1);
  return !!first && !!last && hoursOn(start, last) - hoursOn(start, first) >= FULL_HOURS;
}

function unchanged(start: ReadingOf<'charge_start'>, log: Log): boolean {
  const three = log.slice(-HOURLY_READINGS);
  const [first] = three;
  const last = three.at(-1);
  if (three.length < HOURLY_READINGS || !first || !last) return false;
  if (hoursOn(start, last) - hoursOn(start, first) < LEAST_HOURLY_HOURS) return false;
  const gravities = three.map(({ data }) => data.gravity).filter((gravity) => gravity !== null);
  if (gravities.length < HOURLY_READINGS) return false;
  return spread(three.map(({ data }) => data.volts)) <= SAME_VOLTS && spread(gravities) <= SAME_GRAVITY;
}

function spread(values: readonly number[]): number {
  return Math.max(...values) - Math.min(...values);
}

/** The voltage is set anew once the battery's temperature moves it by so much, 12 V battery, V. Rule of the trade. */
const WORTH_SETTING_VOLTS = 0.05;

/**
 * The voltage that the charger should stand at now, V of the battery: as it was set, until the log says that the battery has
 * warmed or cooled. A charger that senses the temperature does it by itself.
 */
export function voltsToSetNow(
  start: ReadingOf<'charge_start'>,
  log: readonly ReadingOf<'charge_log'>[],
  battery: BatterySpec,
): number {
  const { volts, mode, senses = false } = start.data;
  const temperatureC = log.findLast(({ data }) => data.temperatureC !== null)?.data.temperatureC;
  if (senses || temperatureC == null) return volts;
  const asked = chargingVolts(battery, { temperatureC, senses, mode }).absorptionVolts;
  // Nothing raises what was set: a lower voltage may have had a reason.
  const now = Math.round(Math.min(volts, asked) * 100) / 100;
  return volts - now >= (WORTH_SETTING_VOLTS * battery.nominalVolts) / 12 ? now : volts;
}
