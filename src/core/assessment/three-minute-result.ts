import { tidy } from '../quantity/tidy';
import type { HouseRules } from '../rules/house-rules';
import type { Evidence } from './evidence';
import { ASSUMED_TEMPERATURE_C, ownVolt } from './reference';

/** What a three-minute charge said. Volts are the battery's own; a margin of less than 0 is sulphated. */
export interface ThreeMinuteResult {
  readonly volts: number;
  readonly limitVolts: number;
  readonly marginVolts: number;
  readonly usable: boolean;
  readonly forced: boolean;
}

/** The voltage that plates reach under the charge which take no charge any more, V of this battery. */
export function threeMinuteLimit({ limitVolts }: HouseRules['threeMinute'], nominalVolts: number): number {
  return ownVolt(limitVolts, nominalVolts);
}

/**
 * The voltage while charging against its ceiling: flooded types only, warm, with enough current, and low: a fuller battery
 * gasses, and passes any ceiling however sound it is.
 */
export function judgeThreeMinute(
  { threeMinute, battery }: Evidence,
  { temperatureC, chargePct }: { readonly temperatureC: number | null; readonly chargePct: number | null },
  { threeMinute: rules }: HouseRules,
): ThreeMinuteResult | null {
  if (!threeMinute) return null;
  const limitVolts = threeMinuteLimit(rules, battery.nominalVolts);
  const warm = (temperatureC ?? ASSUMED_TEMPERATURE_C) >= rules.lowestC;
  return {
    volts: threeMinute.volts,
    limitVolts,
    marginVolts: tidy(limitVolts - threeMinute.volts),
    usable:
      rules.used &&
      battery.construction === 'flooded' &&
      warm &&
      threeMinute.amps >= rules.leastAmps &&
      (rules.mostChargePct >= 100 || (chargePct !== null && chargePct <= rules.mostChargePct)),
    forced: threeMinute.forced,
  };
}
