import { pieceOf } from '../circuit/actions';
import { CHECK_FINDING_WORDS } from '../circuit/check-finding';
import type { CheckState } from '../circuit/check-of-readings';
import type { SiteSheet } from '../exchange/site/site-sheet';
import type { CheckView, Technician } from '../exchange/views';
import { formatQuantity } from '../quantity/format';
import { checkValueWords } from '../steps/check/parts';
import { CLOSING_LINE } from '../steps/closing-line';
import { CAUSE_LABELS, chanceWords } from '../vehicle/cause';
import { CHECK_NAMES, type CheckName, checkFacts, isMeasured } from '../vehicle/check-reading';
import { segmentLabel } from '../vehicle/path';
import { VEHICLE_CLASSES } from '../vehicle/vehicle';

/** One reading on the slip of a check: as it was in the check before, as it is now, and what it says. */
export interface CheckSlipLine {
  readonly name: string;
  readonly before: string | null;
  readonly now: string | null;
  readonly says: string;
  readonly isWrong: boolean;
}

/** What goes on the slip of a check, in words and numbers: a screen and a printer lay it out. */
export interface CheckSlip {
  readonly runId: string;
  readonly from: readonly string[];
  readonly vehicle: string;
  readonly what: string;
  readonly atMs: number;
  readonly by: string;
  readonly finished: boolean;
  readonly indicative: boolean;
  /** Causes with the chance that they are there, the likeliest first. */
  readonly causes: readonly (readonly [cause: string, chance: string])[];
  readonly actions: readonly string[];
  readonly lines: readonly CheckSlipLine[];
  /** When the check before was made; null where there was none. */
  readonly beforeMs: number | null;
  readonly rules: string;
  readonly core: string;
  readonly closing: string;
}

/** Causes that are told on paper, and the least chance of one beside the first. */
const MOST_CAUSES = 3;
const LEAST_CHANCE = 0.1;

/** The slip of a check, beside the check before it where there was one. */
export function checkSlip(
  view: CheckView,
  { state, before }: { readonly state: CheckState; readonly before: CheckState | null },
  technicians: readonly Technician[],
  site: Pick<SiteSheet, 'name' | 'address'>,
): CheckSlip {
  const { run, vehicle, rules } = view;
  const { causes, actions, segments, indicative, core } = state.assessment;
  const told = causes.filter(({ probability }, at) => at === 0 || probability >= LEAST_CHANCE);
  return {
    runId: run.id,
    from: [site.name, site.address].filter((line) => line !== ''),
    vehicle: vehicle.name,
    what: [VEHICLE_CLASSES[vehicle.class], vehicle.site].filter((part) => part !== '').join(', '),
    atMs: run.finishedAtMs ?? run.startedAtMs,
    by: technicians.find(({ id }) => id === (run.finishedById ?? run.startedById))?.name ?? '–',
    finished: run.finishedAtMs !== null,
    indicative,
    causes: told.slice(0, MOST_CAUSES).map(({ cause, probability }) => {
      const piece = pieceOf(cause, segments);
      const name = piece
        ? `${CAUSE_LABELS[cause]}: ${segmentLabel(piece).toLowerCase()}`
        : CAUSE_LABELS[cause];
      return [name, chanceWords(probability)] as const;
    }),
    actions: actions.map(({ text }) => text),
    lines: linesOf(state, before),
    beforeMs: before?.readings[0]?.takenAtMs ?? null,
    rules: `${rules.name}, version ${rules.version}`,
    core,
    closing: CLOSING_LINE,
  };
}

/** Every reading that this check or the one before has, in working order. */
export function linesOf(now: CheckState, before: CheckState | null): CheckSlipLine[] {
  const plain = CHECK_NAMES.filter((name) => name !== 'drop_v').flatMap((name) => {
    const [was, is] = [before && shownOf(before, name), shownOf(now, name)];
    if (was === null && is === null) return [];
    return [{ name: checkFacts(name).label, before: was, now: is, ...saidOf(now, name, null) }];
  });
  const segments = new Set(
    [now, ...(before ? [before] : [])].flatMap(({ assessment }) =>
      assessment.segments.map(({ segment }) => segment),
    ),
  );
  const drops = [...segments].map((segment) => ({
    name: segmentLabel(segment),
    before: before && dropOf(before, segment),
    now: dropOf(now, segment),
    ...saidOf(now, 'drop_v', segment),
  }));
  return [...plain, ...drops];
}

function shownOf({ evidence }: CheckState, name: CheckName): string | null {
  if (!isMeasured(name)) return evidence.looked[name] ?? null;
  const value = evidence.measured[name];
  return value === undefined ? null : checkValueWords(name, value);
}

function dropOf({ assessment }: CheckState, segment: string): string | null {
  const result = assessment.segments.find((one) => one.segment === segment);
  if (!result) return null;
  const full = formatQuantity(result.fullVolts, 'V');
  return `${formatQuantity(result.milliohms, 'mΩ', { decimals: 1 })}, ${full} at ${formatQuantity(result.fullAmps, 'A')}`;
}

function saidOf({ assessment }: CheckState, name: CheckName, segment: string | null) {
  const own = assessment.findings.filter((one) => one.of === name && one.segment === segment);
  return {
    says: own.map(({ code }) => CHECK_FINDING_WORDS[code]).join(' '),
    isWrong: own.some(({ severity }) => severity === 'fault' || severity === 'caution'),
  };
}
