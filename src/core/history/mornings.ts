import { seededChance } from '../quantity/chance';
import { monthAsInNorth, type Winter } from './surroundings';

/** The lowest temperature of a day, °C. */
export interface Morning {
  /** YYYY-MM-DD. */
  readonly day: string;
  readonly lowC: number;
}

/** Usual lowest of a day by month on a mild, wet coast, °C. A model of ours. */
const USUAL_LOW_C = [-3, -3, 0, 3, 7, 10, 13, 13, 10, 6, 2, -1] as const;
/** How far days lie from what is usual, °C, and how much of a day’s distance the next one keeps. */
const SPREAD_C = 5;
const KEPT = 0.75;
const MS_PER_DAY = 86_400_000;
/** A row of days begins so long before the first that is told, so that it has forgotten where it began. */
const BEFORE_DAYS = 14;
const SEED = 4243;

/**
 * The lows of the days from one on, as the feed that ships makes them: the same for the same days, whoever asks, with cold and
 * mild spells. Not a forecast of any place: it stands where a site has no weather of its own.
 */
export function simulatedMornings(fromMs: number, days: number, winter: Winter = 'december'): Morning[] {
  const first = Math.floor(fromMs / MS_PER_DAY);
  let off = 0;
  const mornings: Morning[] = [];
  for (let day = first - BEFORE_DAYS; day < first + days; day++) {
    const chance = seededChance(SEED + day);
    off = KEPT * off + chance.normal(SPREAD_C * Math.sqrt(1 - KEPT ** 2));
    const at = new Date(day * MS_PER_DAY);
    if (day >= first) {
      const low = (USUAL_LOW_C[monthAsInNorth(at.getUTCMonth(), winter)] ?? 5) + off;
      mornings.push({ day: at.toISOString().slice(0, 10), lowC: Math.round(low) });
    }
  }
  return mornings;
}
