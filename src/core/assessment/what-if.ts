import { tidy } from '../quantity/tidy';
import type { HouseRules } from '../rules/house-rules';
import { assess } from './assess';
import type { Estimates } from './estimates';
import type { Evidence } from './evidence';
import { LEVER_NAMES, LEVERS, type Lever } from './levers';
import type { Verdict } from './verdict';

/** The nearest value of a reading, below or above what was read, at which the verdict becomes another. */
export interface Flip {
  readonly lever: Lever;
  readonly read: number;
  /** First value, in steps of the lever's resolution from the one read, with the other verdict. */
  readonly at: number;
  readonly direction: 'below' | 'above';
  readonly verdict: Verdict;
}

/** A stretch of outcomes of a step, and the verdict that each of them would give. */
export interface Outcome {
  readonly from: number;
  readonly to: number;
  readonly verdict: Verdict;
}

/** Points that a range is first looked at in, before the edges between them are narrowed down. */
const GRID_POINTS = 28;

/** Every flip of the readings that there are: found by solving, so each is a true one. */
export function flipsOf(evidence: Evidence, rules: HouseRules): Flip[] {
  const verdict = assess(evidence, rules).verdict;
  return LEVER_NAMES.flatMap((lever) => {
    const read = LEVERS[lever].read(evidence);
    if (read === null) return [];
    return (['below', 'above'] as const).flatMap((direction) => {
      const flip = nearestFlip(evidence, rules, lever, read, direction, verdict);
      return flip ? [flip] : [];
    });
  });
}

/**
 * What each plausible outcome of a step would mean: its range cut where the verdict changes. Empty where the range
 * cannot be told yet. A test is imagined as the house asks for it, at the temperature known so far.
 */
export function outcomesOf(
  evidence: Evidence,
  estimates: Estimates,
  rules: HouseRules,
  lever: Lever,
): Outcome[] {
  const { plausible, put, resolution } = LEVERS[lever];
  const range = plausible(evidence, estimates, rules);
  if (!range) return [];
  const step = resolution(evidence);
  const [least, most] = [snap(range[0], step), snap(range[1], step)];
  const verdictAt = (value: number) => assess(put(evidence, value, rules), rules).verdict;
  const outcomes: Outcome[] = [];
  const grid = gridOf(most - least, step);
  let from = least;
  let verdict = verdictAt(from);
  for (let point = 1; point <= GRID_POINTS; point++) {
    const at = tidy(least + point * grid);
    if (at > most) break;
    const there = verdictAt(at);
    // Two edges may lie between two points of the grid.
    for (let near = tidy(at - grid); verdict !== there; near = from) {
      const before = verdict;
      const edge = narrow(near, at, step, (value) => verdictAt(value) !== before);
      outcomes.push({ from, to: edge, verdict });
      from = edge;
      verdict = verdictAt(edge);
    }
  }
  outcomes.push({ from, to: most, verdict });
  return outcomes;
}

/**
 * Whether some plausible outcome of a step would decide: looked for from the ends of its range inwards, without
 * working out where the verdict changes. Agrees with `outcomesOf`, whose edges lie between such points.
 */
export function canDecide(
  evidence: Evidence,
  estimates: Estimates,
  rules: HouseRules,
  lever: Lever,
): boolean {
  const { plausible, put, resolution } = LEVERS[lever];
  const range = plausible(evidence, estimates, rules);
  if (!range) return false;
  const step = resolution(evidence);
  const [least, most] = [snap(range[0], step), snap(range[1], step)];
  const grid = gridOf(most - least, step);
  const points = Array.from({ length: GRID_POINTS + 1 }, (_, point) => tidy(least + point * grid)).filter(
    (at, point) => point === 0 || at <= most,
  );
  const decides = (value: number) => assess(put(evidence, value, rules), rules).verdict !== 'undecided';
  return [...points.splice(0, 1), ...points.reverse()].some(decides);
}

function nearestFlip(
  evidence: Evidence,
  rules: HouseRules,
  lever: Lever,
  read: number,
  direction: Flip['direction'],
  verdict: Verdict,
): Flip | null {
  const { range, put, resolution } = LEVERS[lever];
  const [least, most] = range(evidence);
  const verdictAt = (value: number) => assess(put(evidence, value, rules), rules).verdict;
  const end = direction === 'below' ? least : most;
  if (direction === 'below' ? read <= least : read >= most) return null;
  const step = resolution(evidence);
  const grid = gridOf(end - read, step);
  for (let point = 1; point <= GRID_POINTS; point++) {
    const far = tidy(read + point * grid);
    if (direction === 'below' ? far < least : far > most) break;
    if (verdictAt(far) === verdict) continue;
    const at = narrow(tidy(far - grid), far, step, (value) => verdictAt(value) !== verdict);
    const there = verdictAt(at);
    return { lever, read, at, direction, verdict: there };
  }
  return null;
}

/** The distance between the points of the grid: whole steps, so that an edge is found to the step. */
function gridOf(span: number, step: number): number {
  return Math.sign(span) * Math.max(1, Math.ceil(tidy(Math.abs(span) / GRID_POINTS / step))) * step;
}

const snap = (value: number, step: number) => tidy(Math.round(value / step) * step);

/** Narrows [near, far], where only `far` holds, to the step nearest to `near` that holds. */
function narrow(near: number, far: number, resolution: number, holds: (value: number) => boolean): number {
  const step = far > near ? resolution : -resolution;
  let low = 0;
  let high = Math.ceil(tidy((far - near) / step));
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (holds(tidy(near + middle * step))) high = middle;
    else low = middle;
  }
  return tidy(near + high * step);
}
