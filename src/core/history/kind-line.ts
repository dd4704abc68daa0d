import type { FleetLearned } from './fleet-learning';
import { MS_PER_YEAR } from './health-reading';
import { type KindOfLife, kindKey, usualLifeYears } from './kind-of-life';
import { healthAt, type Life } from './life';
import { healthsOf, lifeNodes } from './life-nodes';

const POINTS = 12;

/** A point of a line beside a life. */
export interface LinePoint {
  readonly atMs: number;
  readonly pct: number;
}

/** How a unit has fared and is expected to, in the middle of all ways in which it may age. */
export function middleLine(
  life: Life,
  { fromMs, toMs }: { readonly fromMs: number; readonly toMs: number },
): LinePoint[] {
  return Array.from({ length: POINTS + 1 }, (_, at) => {
    const atMs = fromMs + ((toMs - fromMs) * at) / POINTS;
    return { atMs, pct: healthAt(life, atMs).pct };
  });
}

/** How units of a kind fare on average in this fleet, one that began when this one did: the mean over every way in which they age. */
export function kindLine(
  kind: KindOfLife,
  learned: FleetLearned,
  { begunMs, toMs }: { readonly begunMs: number; readonly toMs: number },
): LinePoint[] {
  const scaleYears = usualLifeYears(kind) * (learned.lifeTimes.get(kindKey(kind)) ?? 1);
  const nodes = lifeNodes(scaleYears, 'new');
  const all = nodes.reduce((sum, { weight }) => sum + weight, 0);
  return Array.from({ length: POINTS + 1 }, (_, at) => {
    const atMs = begunMs + ((toMs - begunMs) * at) / POINTS;
    const years = (atMs - begunMs) / MS_PER_YEAR;
    const healths = healthsOf(nodes, years);
    const sum = nodes.reduce((part, node, place) => part + node.weight * (healths[place] ?? 0), 0);
    return { atMs, pct: sum / all };
  });
}
