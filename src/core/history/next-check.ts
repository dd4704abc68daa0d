import type { Verdict } from '../assessment/verdict';
import { failsBy, type Strain } from './hazard';
import { chanceUnder, type Life } from './life';

const MS_PER_DAY = 86_400_000;
/** Looked at again when so likely that its verdict has changed or that it has failed; where a failed start is dangerous, much sooner. */
const MOST_CHANCE = { usual: 0.1, dangerous: 0.02 } as const;
/** From this chance on it is taken to be below the line already, whatever its verdict said. */
const LIKELIER_BELOW = 0.5;
/** Never sooner and never later than this, days. Rules of ours. */
const SOONEST_DAYS = 14;
const LATEST_DAYS = 400;
const DAYS = Array.from({ length: 28 }, (_, at) => SOONEST_DAYS * (at + 1)).filter(
  (day) => day < LATEST_DAYS,
);

/**
 * When a battery that went back to work is to be looked at again, ms UTC: once it is so likely to have fallen below the line since its
 * test, or to have failed: one in ten, one in twenty where it is watched, a fifth of that where a failed start is dangerous. What is
 * likelier below than above already is looked at as soon as may be. Null where its verdict says what comes next by itself.
 */
export function nextCheckMs(
  life: Life,
  verdict: Verdict | null,
  {
    testedMs,
    linePct,
    strain,
    dangerous = false,
  }: { testedMs: number; linePct: number; strain: Strain; dangerous?: boolean },
): number | null {
  if (verdict !== 'serve' && verdict !== 'watch') return null;
  const most = dangerous ? MOST_CHANCE.dangerous : MOST_CHANCE.usual;
  const before = chanceUnder(life, linePct, testedMs);
  if (before >= LIKELIER_BELOW) return testedMs + SOONEST_DAYS * MS_PER_DAY;
  // One that is watched already is as good as changed.
  const room = verdict === 'watch' ? most / 2 : most;
  const failed = failsBy(life, testedMs, DAYS, strain);
  const days = DAYS.find((day, at) => {
    const fallen = chanceUnder(life, linePct, testedMs + day * MS_PER_DAY) - before;
    // Of what still stood above it: nothing else can fall.
    return fallen >= room * (1 - before) || (failed[at] ?? 0) >= room;
  });
  return testedMs + (days ?? LATEST_DAYS) * MS_PER_DAY;
}
