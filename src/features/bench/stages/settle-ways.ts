import type { BatterySpec } from '@/core/battery/battery';
import { workingCapacity } from '@/core/battery/cranking-rating';
import { ratedLoad } from '@/core/battery/load-to-set';
import { chargeUncertainty } from '@/core/correction/rest';
import { formatMinutes, formatQuantity } from '@/core/quantity/format';
import type { HouseRules } from '@/core/rules/house-rules';
import { removesSurfaceCharge, settleMinutes, surfaceLoadMinutes } from '@/core/steps/clocks';
import type { SettleMethod } from '@/core/steps/settle/method';

/** A way to let a battery settle, as the Bench offers it. */
export interface Way {
  readonly method: SettleMethod;
  readonly title: string;
  readonly text: string;
  readonly clockMinutes: number;
  /** Standard uncertainty of the charge that is read after it, percent. */
  readonly sdPct: number;
}

/**
 * Every way that suits this battery under these rules.
 * @param restedMinutes rest that is known for certain, and so taken off the clock of resting on
 */
export function settleWays(spec: BatterySpec, { surface }: HouseRules, restedMinutes: number): Way[] {
  const c20Ah = workingCapacity(spec);
  const load = ratedLoad(spec);
  const way = (method: SettleMethod, title: string, text: string): Way => {
    const whole = settleMinutes(method, surface, c20Ah);
    const clockMinutes = method === 'rest' ? Math.max(1, whole - restedMinutes) : whole;
    const rest = { minutes: restedMinutes + clockMinutes, surfaceRemoved: removesSurfaceCharge(method) };
    return { method, title, text, clockMinutes, sdPct: chargeUncertainty(rest, false) };
  };
  const wait = `then ${formatMinutes(surface.waitMinutes)} of rest`;
  const ways = [way('rest', 'Let it rest', 'Nothing connected. The clock goes on when this page is closed.')];
  if (!surface.removalCounts) return ways;
  ways.push(way('headlamps', 'Headlamps', `Headlamps, or 10 to 20 A, for 2 to 5 min, ${wait}.`));
  if (load) ways.push(way('bank', 'Load bank', `${formatQuantity(load.amps, 'A')} for 15 s, ${wait}.`));
  if (c20Ah !== undefined) {
    const minutes = formatMinutes(surfaceLoadMinutes('one_percent', c20Ah));
    ways.push(way('one_percent', '1 % of its capacity', `10 A for ${minutes}, ${wait}.`));
  }
  return ways;
}
