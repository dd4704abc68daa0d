import { likeliest } from '../circuit/ranking';
import { CAUSES, type Cause } from '../vehicle/cause';
import type { TriedCheck } from './check-trial';

/** What is told of some simulated vehicles, against the truth. */
export interface CheckTrial {
  readonly vehicles: number;
  /** Share in which the cause that stands first is a true one. */
  readonly right: number;
  /** Shares of the sound batteries, and of the sound alternators, that are blamed first. */
  readonly batteryBlamed: number;
  readonly alternatorBlamed: number;
  /** Mean distance of the chances told from the shares that came true, over those of a tenth and more. */
  readonly distance: number;
  /** Chances told and shares that came true, in ten bands, with how many. */
  readonly reliability: readonly Band[];
  /** How often which cause stood first where which was true. */
  readonly confusion: ReadonlyMap<Cause, ReadonlyMap<Cause, number>>;
  /** Readings of a full check and of one that follows what is proposed, and how often that one is right. */
  readonly readings: { readonly full: number; readonly followed: number; readonly followedRight: number };
}

interface Band {
  readonly told: number;
  readonly came: number;
  readonly count: number;
}

const BATTERY: readonly Cause[] = ['battery_low_charge', 'battery_worn', 'battery_faulty'];
const ALTERNATOR: readonly Cause[] = [
  'alternator_weak',
  'diode',
  'regulator_high',
  'regulator_low',
  'regulator_open',
  'regulator_intermittent',
];
const BANDS = 10;

const first = ({ chances }: TriedCheck) => likeliest(chances);
const mean = (values: readonly number[]) =>
  values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
const share = <T>(of: readonly T[], has: (one: T) => boolean) => mean(of.map((one) => Number(has(one))));

/** Sums up what was told of some vehicles. */
export function checkTrial(tried: readonly TriedCheck[]): CheckTrial {
  const reliability = bandsOf(tried);
  // What is told as less than a tenth is nearly all of it, and nearly always right.
  const telling = reliability.slice(1);
  const apart = telling.reduce((sum, { told, came, count }) => sum + count * Math.abs(told - came), 0);
  return {
    vehicles: tried.length,
    right: share(tried, (one) => one.causes.has(first(one))),
    batteryBlamed: blamed(tried, BATTERY),
    alternatorBlamed: blamed(tried, ALTERNATOR),
    distance:
      apart /
      Math.max(
        1,
        telling.reduce((sum, { count }) => sum + count, 0),
      ),
    reliability,
    confusion: confusionOf(tried),
    readings: {
      full: mean(tried.map(({ readings }) => readings)),
      followed: mean(tried.map(({ probes }) => probes)),
      followedRight: share(tried, ({ causes, followedTo }) => causes.has(followedTo)),
    },
  };
}

/** How often a part in which nothing was wrong is blamed first. */
function blamed(tried: readonly TriedCheck[], part: readonly Cause[]): number {
  const sound = tried.filter(({ causes }) => !part.some((cause) => causes.has(cause)));
  return share(sound, (one) => part.includes(first(one)));
}

function bandsOf(tried: readonly TriedCheck[]): Band[] {
  const bands = Array.from({ length: BANDS }, () => ({ told: 0, came: 0, count: 0 }));
  for (const { chances, causes } of tried) {
    for (const [at, told] of chances.entries()) {
      const band = bands[Math.min(BANDS - 1, Math.floor(told * BANDS))];
      if (!band) continue;
      band.count++;
      band.told += told;
      band.came += Number(causes.has(CAUSES[at] ?? 'nothing_found'));
    }
  }
  return bands.map(({ told, came, count }) => {
    const of = Math.max(1, count);
    return { told: told / of, came: came / of, count };
  });
}

function confusionOf(tried: readonly TriedCheck[]): CheckTrial['confusion'] {
  const confusion = new Map<Cause, Map<Cause, number>>();
  for (const one of tried) {
    const [truth] = one.causes;
    if (!truth || one.causes.size > 2) continue;
    const row = confusion.get(truth) ?? new Map<Cause, number>();
    const shown = one.causes.has(first(one)) ? truth : first(one);
    confusion.set(truth, row.set(shown, (row.get(shown) ?? 0) + 1));
  }
  return confusion;
}
