import { bisector } from 'd3-array';
import { type HealthReading, MS_PER_YEAR } from './health-reading';
import { WANDERS_A_YEAR } from './life';

/** Readings further apart than this, years, say more of the life between them than of how they scatter. */
const MOST_YEARS = 1.5;
/** Fewer than this say nothing, and readings scatter as they say until so many have said otherwise. */
const LEAST_TRIPLES = 30;
const TRIPLES_OF_DOUBT = 30;
const LEAST_TIMES = 0.4;
/** Readings that slip are met by the tail that each has: they make the others no worse. */
const MOST_TIMES = 1;
const STEPS = 24;
/** Four of five of what is spread normally lie within so many standard deviations. */
const FOUR_OF_FIVE = 1.2816;
const SHARE = 0.8;

/**
 * How widely the readings of a fleet scatter, times what they say of themselves: what a meter and its corrections leave open is partly the
 * same for every reading of a unit, and does not scatter. Each reading is held against the line between the ones before and after it, and the
 * answer is the times at which four of five lie as near to it as four of five should. No way of aging is presumed, and what slips by far counts
 * as one, however far.
 * @param units readings of each unit, in any order
 */
export function scatterOf(units: readonly (readonly HealthReading[])[]): number {
  const offs = units.flatMap(offsOf);
  if (offs.length < LEAST_TRIPLES) return 1;
  const times = Array.from(
    { length: STEPS + 1 },
    (_, at) => LEAST_TIMES * (MOST_TIMES / LEAST_TIMES) ** (at / STEPS),
  );
  // The wider they are taken to scatter, the more of them lie near.
  const found = times[bisector((one: number) => shareNear(offs, one)).left(times, SHARE)] ?? MOST_TIMES;
  return found ** (offs.length / (offs.length + TRIPLES_OF_DOUBT));
}

interface Off {
  /** How far a reading lies from the line between its neighbours, points. */
  readonly off: number;
  /** What the three say of their own uncertainty in that, and how far a life wanders meanwhile, squares of points. */
  readonly said: number;
  readonly wandered: number;
}

const shareNear = (offs: readonly Off[], times: number) =>
  offs.filter(({ off, said, wandered }) => off <= FOUR_OF_FIVE * Math.sqrt(times ** 2 * said + wandered))
    .length / offs.length;

function offsOf(readings: readonly HealthReading[]): Off[] {
  const sorted = [...readings].sort((one, other) => one.atMs - other.atMs);
  return sorted.slice(1, -1).flatMap((reading, at): Off[] => {
    const [before, after] = [sorted[at], sorted[at + 2]];
    if (!before || !after || after.atMs <= before.atMs) return [];
    const years = (after.atMs - before.atMs) / MS_PER_YEAR;
    if (years > MOST_YEARS) return [];
    const share = (reading.atMs - before.atMs) / (after.atMs - before.atMs);
    return [
      {
        off: Math.abs(reading.pct - (1 - share) * before.pct - share * after.pct),
        said: reading.sd ** 2 + ((1 - share) * before.sd) ** 2 + (share * after.sd) ** 2,
        wandered: WANDERS_A_YEAR ** 2 * years * share * (1 - share),
      },
    ];
  });
}
