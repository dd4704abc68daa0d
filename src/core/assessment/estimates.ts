import { freezingPoint, gravityFromCharge } from '../correction/freezing';
import type { HouseRules } from '../rules/house-rules';
import { type ChargeEstimate, estimateCharge } from './charge-estimate';
import type { Evidence } from './evidence';
import { judgeLoad, type LoadResult, type LoadTask, loadTask } from './load-result';
import { twelveVolt } from './reference';

/** State of health in percent of the rating, with its standard uncertainty. */
export interface HealthEstimate {
  readonly pct: number;
  readonly sdPct: number;
  /** From a forced or uncertain reading: shown, never reason enough to retire. */
  readonly indicative: boolean;
}

/** Whether the open voltage came back after a failed load. `unsettled`: too soon to tell. */
export type Recovery = 'recovered' | 'stays_low' | 'unsettled';

/** All numbers that the rule table looks at, computed once from the evidence. */
export interface Estimates {
  readonly temperatureC: number | null;
  readonly charge: ChargeEstimate | null;
  readonly freezesAtC: number | null;
  readonly task: LoadTask | null;
  readonly load: LoadResult | null;
  readonly health: HealthEstimate | null;
  readonly recovery: Recovery | null;
}

/** Everything computable from the evidence under these rules. */
export function estimate(evidence: Evidence, rules: HouseRules): Estimates {
  const charge = estimateCharge(evidence, rules);
  const task = loadTask(evidence, rules);
  const load = judgeLoad(evidence, charge, task, rules);
  return {
    temperatureC: evidence.load?.temperatureC ?? evidence.openCircuit?.temperatureC ?? null,
    charge,
    freezesAtC: charge && freezingPoint(gravityFromCharge(charge.pct, evidence.battery.construction)),
    task,
    load,
    health: healthOf(load),
    recovery: recoveryOf(evidence, rules),
  };
}

function healthOf(load: LoadResult | null): HealthEstimate | null {
  if (!load || load.healthPct === null) return null;
  return { pct: load.healthPct, sdPct: load.healthSdPct, indicative: load.standing === 'indicative' };
}

function recoveryOf({ recovery, battery }: Evidence, rules: HouseRules): Recovery | null {
  if (!recovery) return null;
  if (twelveVolt(recovery.volts, battery.nominalVolts) >= rules.recovery.volts) return 'recovered';
  return recovery.minutes >= rules.recovery.minutes ? 'stays_low' : 'unsettled';
}
