import { openCircuitVoltsAt25 } from '../correction/open-circuit-temperature';
import { tidy } from '../quantity/tidy';
import type { HouseRules } from '../rules/house-rules';
import type { Evidence } from './evidence';
import { ASSUMED_TEMPERATURE_C, ownVolt, twelveVolt } from './reference';

/** What leaving a battery alone said. Volts are the battery's own. */
export interface StandResult {
  /** Brought to 25 °C. */
  readonly volts25: number;
  readonly healthyVolts: number;
  readonly marginVolts: number;
  /** Fall of the voltage, mV a day; below 0 where it rose. */
  readonly fallPerDayMv: number;
  /** Fell under the leak voltage within the day of the rule. */
  readonly leaks: boolean;
  readonly forced: boolean;
}

const HOURS_PER_DAY = 24;

/** A stand of some hours after charge and rest, against what a sound battery keeps. */
export function judgeStand({ stand, battery }: Evidence, { stand: rules }: HouseRules): StandResult | null {
  if (!stand || !(stand.hours > 0)) return null;
  const { nominalVolts, construction } = battery;
  const celsius = stand.temperatureC ?? ASSUMED_TEMPERATURE_C;
  const volts25 = tidy(
    ownVolt(openCircuitVoltsAt25(twelveVolt(stand.volts, nominalVolts), celsius), nominalVolts),
  );
  const healthyVolts = ownVolt(rules.healthyVolts25[construction], nominalVolts);
  const soon = stand.hours <= rules.leakHours;
  return {
    volts25,
    healthyVolts,
    marginVolts: tidy(volts25 - healthyVolts),
    fallPerDayMv: tidy((1000 * (stand.startVolts - stand.volts) * HOURS_PER_DAY) / stand.hours),
    leaks: soon && volts25 < ownVolt(rules.leakVolts, nominalVolts),
    forced: stand.forced,
  };
}
