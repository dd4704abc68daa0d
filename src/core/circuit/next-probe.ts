import { STANDARD_RULES } from '../rules/standard-rules';
import { CAUSE_LABELS, CAUSES } from '../vehicle/cause';
import { CHECK_NAMES, type CheckName, checkFacts } from '../vehicle/check-reading';
import { type Segment, SIDE_FACTS, SIDES } from '../vehicle/path';
import type { CheckEvidence } from './check-evidence';
import { chancesOf, weightOf } from './ranking';
import { nextOnSide, segmentResults } from './segment-drop';
import table from './sign-weights.json';
import { SIGNS, type Sign, seenSigns } from './signs';

/** Something that can be read next. The battery’s own test on the Bench is one of them. */
export interface Probe {
  readonly of: CheckName | 'battery';
  readonly segment: Segment | null;
  readonly minutes: number;
}

/** A probe with how much it is expected to settle, bits a minute, and why. */
export interface ProposedProbe extends Probe {
  readonly bitsPerMinute: number;
  readonly bits: number;
  readonly reason: string;
}

/** What a test of the set on the Bench takes, minutes. Rule of the trade. */
const BENCH_MINUTES = 12;
/** Less than so many bits is not worth walking to the vehicle for. */
const LEAST_BITS = 0.02;

/** Everything that is still open. */
export function openProbes(evidence: CheckEvidence): Probe[] {
  const named = CHECK_NAMES.filter((name) => name !== 'drop_v' && !isRead(evidence, name)).map((of) => ({
    of,
    segment: null,
    minutes: checkFacts(of).minutes,
  }));
  const results = segmentResults(evidence, STANDARD_RULES);
  const drops = SIDES.flatMap((side) => {
    const next = nextOnSide(side, results);
    return next
      ? [{ of: 'drop_v' as const, segment: next.segment, minutes: checkFacts('drop_v').minutes }]
      : [];
  });
  const once = drops.filter((one, at) => drops.findIndex(({ segment }) => segment === one.segment) === at);
  const battery = { of: 'battery' as const, segment: null, minutes: BENCH_MINUTES };
  return [...named, ...once, ...(evidence.batteryVerdict === null ? [battery] : [])];
}

const isRead = ({ measured, looked }: CheckEvidence, name: CheckName) => name in measured || name in looked;

/**
 * The open probes by what they are expected to settle a minute, the best first; those that settle nothing are left out. The resting
 * voltage comes before all: what every other reading means hangs on the charge.
 */
export function proposedProbes(evidence: CheckEvidence): ProposedProbe[] {
  const causes = doubtedOf(chancesOf(evidence));
  const known = new Set(seenSigns(evidence).map(({ sign }) => sign.id));
  const all = openProbes(evidence)
    .map((probe) => propose(probe, { evidence, causes, known }))
    .filter(({ bits }) => bits >= LEAST_BITS)
    .sort((one, other) => other.bitsPerMinute - one.bitsPerMinute);
  const rest = all.find(({ of }) => of === 'rest_v');
  if (!rest) return all;
  return [{ ...rest, reason: REST_FIRST }, ...all.filter((probe) => probe !== rest)];
}

const REST_FIRST = 'What every other reading means hangs on the charge of the battery.';

/** The probe to make next; null where nothing that is open would settle anything. */
export const nextProbe = (evidence: CheckEvidence): ProposedProbe | null =>
  proposedProbes(evidence)[0] ?? null;

interface Standing {
  readonly evidence: CheckEvidence;
  readonly causes: readonly Doubted[];
  readonly known: ReadonlySet<string>;
}

function propose(probe: Probe, at: Standing): ProposedProbe {
  const gains = SIGNS.filter((sign) => !at.known.has(sign.id) && wouldShow(sign, probe, at)).map((sign) =>
    gainOf(sign, at.causes),
  );
  const best = gains.reduce((most, gain) => (gain.bits > most.bits ? gain : most), { bits: 0, cause: 0 });
  const cause = CAUSES[best.cause] ?? 'nothing_found';
  return {
    ...probe,
    bits: best.bits,
    bitsPerMinute: best.bits / probe.minutes,
    reason: reasonFor(probe, CAUSE_LABELS[cause].toLowerCase()),
  };
}

function reasonFor({ segment }: Probe, cause: string): string {
  const side = SIDES.find((name) => name === segment);
  if (side)
    return `It tells ${cause} from the rest of the way: ${SIDE_FACTS[side].label.toLowerCase()} as a whole.`;
  return `Of all that is open it says most, for the minutes that it takes, about: ${cause}.`;
}

/** Whether a sign would be there once this probe has been made. */
function wouldShow(sign: Sign, probe: Probe, { evidence }: Standing): boolean {
  if (probe.of === 'battery') return sign.id === 'battery';
  if (probe.of === 'drop_v') return sign.segment === probe.segment;
  // Which of two sets of bins holds is the regulator’s affair.
  if (sign.id.endsWith('managed') !== (evidence.vehicle.regulator === 'computer') && isRegulated(sign))
    return false;
  return (
    sign.needs.includes(probe.of) && sign.needs.every((name) => name === probe.of || isRead(evidence, name))
  );
}

const isRegulated = ({ id }: Sign) => /^(idle|fast)(_loaded)?_v( managed)?$/.test(id);

const SHARES: Readonly<Record<string, readonly (readonly number[])[]>> = table.shares;

/** What each bin of a sign does to the odds of each cause: times so much. */
const TIMES_ODDS: ReadonlyMap<Sign, readonly (readonly number[])[]> = new Map(
  SIGNS.map((sign) => [
    sign,
    sign.bins.map((_, bin) => CAUSES.map((_, cause) => Math.exp(weightOf(sign, cause, bin)))),
  ]),
);

/** A chance as a gain is worked out from it. */
interface Doubted {
  /** Among the chances of all causes, 0 to 1. */
  readonly share: number;
  readonly odds: number;
  readonly doubt: number;
}

function doubtedOf(chances: readonly number[]): Doubted[] {
  const all = chances.reduce((sum, chance) => sum + chance, 0);
  return chances.map((chance) => ({
    share: chance / all,
    odds: chance / (1 - chance),
    doubt: doubt(chance),
  }));
}

/** What a sign is expected to take from the doubt about all causes, bits, and the cause that it tells most of. */
function gainOf(sign: Sign, causes: readonly Doubted[]): { readonly bits: number; readonly cause: number } {
  const told = causes.map(() => 0);
  const shares = SHARES[sign.id];
  TIMES_ODDS.get(sign)?.forEach((times, bin) => {
    const likely = causes.reduce((sum, { share }, cause) => sum + share * (shares?.[cause]?.[bin] ?? 0), 0);
    causes.forEach(({ odds, doubt: before }, cause) => {
      const after = odds * (times[cause] ?? 1);
      told[cause] = (told[cause] ?? 0) + likely * (before - doubt(after / (1 + after)));
    });
  });
  const bits = told.reduce((sum, one) => sum + one, 0);
  const cause = told.reduce((best, one, at) => (one > (told[best] ?? 0) ? at : best), 0);
  return { bits, cause };
}

/** How open a yes or no is, bits. */
function doubt(chance: number): number {
  if (chance <= 0 || chance >= 1) return 0;
  return -(chance * Math.log2(chance) + (1 - chance) * Math.log2(1 - chance));
}
