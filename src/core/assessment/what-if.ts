import { tidy } from '../quantity/tidy';
import type { HouseRules } from '../rules/house-rules';
import { assess } from './assess';
import type { Evidence } from './evidence';
import { ASSUMED_TEMPERATURE_C } from './reference';
import type { Verdict } from './verdict';

/** The numbers of a run that one can ask "what if it had been otherwise?" about. */
export type Lever = 'open_circuit' | 'load' | 'recovery';

/** The nearest value of a reading, below or above what was read, at which the verdict becomes another. */
export interface Flip {
  readonly lever: Lever;
  readonly read: number;
  /** First value, in mV steps from the one read, with the other verdict. V. */
  readonly at: number;
  readonly direction: 'below' | 'above';
  readonly verdict: Verdict;
}

/** A stretch of outcomes of a step, and the verdict that each of them would give. */
export interface Outcome {
  readonly fromVolts: number;
  readonly toVolts: number;
  readonly verdict: Verdict;
}

/** Values looked at, for a 12 V battery: what each reading can plausibly be, and the grid before bisection, V. */
const RANGE: Readonly<Record<Lever, readonly [number, number]>> = {
  open_circuit: [10, 13],
  load: [6, 12.4],
  recovery: [11.5, 12.8],
};
const GRID_VOLTS = 0.05;
const RESOLUTION_VOLTS = 0.001;

/** Every flip of the readings that there are: found by solving, so each is a true one. */
export function flipsOf(evidence: Evidence, rules: HouseRules): Flip[] {
  const verdict = assess(evidence, rules).verdict;
  return LEVERS.flatMap((lever) => {
    const read = readOf(evidence, lever);
    if (read === null) return [];
    return (['below', 'above'] as const).flatMap((direction) => {
      const flip = nearestFlip(evidence, rules, lever, read, direction, verdict);
      return flip ? [flip] : [];
    });
  });
}

/**
 * What each outcome of a step not yet done would mean: the plausible range cut where the verdict changes.
 * A load test is imagined at the set load and time and at the temperature known so far.
 */
export function outcomesOf(evidence: Evidence, rules: HouseRules, lever: Lever): Outcome[] {
  const [least, most] = rangeOf(evidence, lever);
  const verdictAt = (volts: number) => assess(withValue(evidence, lever, volts, rules), rules).verdict;
  const outcomes: Outcome[] = [];
  let from = least;
  let verdict = verdictAt(least);
  for (let at = least + GRID_VOLTS; at <= most + GRID_VOLTS / 2; at += GRID_VOLTS) {
    const here = verdictAt(at);
    if (here === verdict) continue;
    const edge = bisect(at - GRID_VOLTS, at, (volts) => verdictAt(volts) !== verdict);
    outcomes.push({ fromVolts: from, toVolts: edge, verdict });
    from = edge;
    verdict = verdictAt(edge);
  }
  outcomes.push({ fromVolts: from, toVolts: most, verdict });
  return outcomes;
}

const LEVERS: readonly Lever[] = ['open_circuit', 'load', 'recovery'];

function nearestFlip(
  evidence: Evidence,
  rules: HouseRules,
  lever: Lever,
  read: number,
  direction: Flip['direction'],
  verdict: Verdict,
): Flip | null {
  const [least, most] = rangeOf(evidence, lever);
  const sign = direction === 'below' ? -1 : 1;
  const differs = (volts: number) =>
    assess(withValue(evidence, lever, volts, rules), rules).verdict !== verdict;
  for (let near = read; near > least - GRID_VOLTS && near < most + GRID_VOLTS; near += sign * GRID_VOLTS) {
    const far = near + sign * GRID_VOLTS;
    if (far < least || far > most || !differs(far)) continue;
    const at = bisect(near, far, differs);
    return {
      lever,
      read,
      at,
      direction,
      verdict: assess(withValue(evidence, lever, at, rules), rules).verdict,
    };
  }
  return null;
}

/** Narrows [near, far], where only `far` holds, to the millivolt nearest to `near` that holds. */
function bisect(near: number, far: number, holds: (volts: number) => boolean): number {
  const step = far > near ? RESOLUTION_VOLTS : -RESOLUTION_VOLTS;
  let low = 0;
  let high = Math.ceil(tidy((far - near) / step));
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (holds(tidy(near + middle * step))) high = middle;
    else low = middle;
  }
  return tidy(near + high * step);
}

/** What a reading can plausibly be beside the others: the voltage under load stays below the open one. */
function rangeOf({ battery, openCircuit, load }: Evidence, lever: Lever): readonly [number, number] {
  const scale = battery.nominalVolts / 12;
  const least = RANGE[lever][0] * scale;
  const most = RANGE[lever][1] * scale;
  if (lever === 'open_circuit' && load) return [Math.max(least, load.volts + RESOLUTION_VOLTS), most];
  if (lever === 'load' && openCircuit) return [least, Math.min(most, openCircuit.volts - RESOLUTION_VOLTS)];
  return [least, most];
}

function readOf(evidence: Evidence, lever: Lever): number | null {
  switch (lever) {
    case 'open_circuit':
      return evidence.openCircuit?.volts ?? null;
    case 'load':
      return evidence.load?.volts ?? null;
    case 'recovery':
      return evidence.recovery?.volts ?? null;
  }
}

/** The same evidence with one reading put in or changed. A later step's reading falls away with an earlier one. */
function withValue(evidence: Evidence, lever: Lever, volts: number, rules: HouseRules): Evidence {
  switch (lever) {
    case 'open_circuit': {
      const settled = {
        temperatureC: ASSUMED_TEMPERATURE_C,
        restMinutes: null,
        surfaceRemoved: true,
        forced: false,
      };
      return { ...evidence, openCircuit: { ...(evidence.openCircuit ?? settled), volts } };
    }
    case 'load':
      return { ...evidence, load: { ...(evidence.load ?? asSet(evidence, rules)), volts } };
    case 'recovery':
      return { ...evidence, recovery: { ...(evidence.recovery ?? recoveredIn(rules)), volts } };
  }
}

function asSet(evidence: Evidence, rules: HouseRules) {
  const amps = assess(evidence, rules).estimates.task?.setAmps ?? 1;
  const temperatureC = evidence.openCircuit?.temperatureC ?? null;
  return { amps, seconds: rules.load.holdSeconds, temperatureC, forced: false };
}

function recoveredIn(rules: HouseRules) {
  return { minutes: rules.recovery.minutes, forced: false };
}
