import { VERDICT_LABELS, type Verdict } from '../assessment/verdict';
import { batteryTypeLabel } from '../battery/construction';
import type { BatteryRecord } from '../exchange/views';
import { nextCheckMs } from './next-check';
import { ratingWords } from './rating-words';

/** What a battery's own label says: enough to find it, to rate it and to know when to look at it again. */
export interface BatteryTag {
  readonly tag: string;
  readonly line: string;
  readonly rating: string;
  readonly fittedOn: string | null;
  readonly verdict: {
    readonly verdict: Verdict;
    readonly words: string;
    readonly atMs: number;
    /** Who set it over which computed verdict; null where it is the computed one. */
    readonly setBy: string | null;
  } | null;
  readonly nextCheckMs: number | null;
  /** What its code says, where that is not the tag. */
  readonly codeText?: string;
  /** When what it says was found, where no verdict says so. */
  readonly dayMs?: number;
}

/** The label of a battery that is not registered yet: its tag, and room for the rest. */
export function blankTag(tag: string): BatteryTag {
  return { tag, line: '', rating: '', fittedOn: null, verdict: null, nextCheckMs: null };
}

/** The verdict that a battery's newest finished run counts with. */
export interface NewestVerdict {
  readonly verdict: Verdict;
  readonly atMs: number;
  /** Whose word it is, where it was set over the computed one. */
  readonly over: { readonly by: string; readonly computed: Verdict } | null;
}

/** The label of a battery with the verdict of its newest finished run; null where it has none. */
export function batteryTag(
  battery: BatteryRecord,
  newest: NewestVerdict | null,
  /** When it is to be looked at again, where its own life says so; else what its verdict does. */
  expectedMs: number | null = null,
): BatteryTag {
  const { tag, type, nominalVolts, fittedOn } = battery;
  return {
    tag,
    line: `${batteryTypeLabel(type)} ${nominalVolts} V`,
    rating: ratingWords(battery),
    fittedOn,
    verdict: newest && {
      verdict: newest.verdict,
      words: VERDICT_LABELS[newest.verdict],
      atMs: newest.atMs,
      setBy:
        newest.over &&
        `Set by ${shortName(newest.over.by)}; computed: ${VERDICT_LABELS[newest.over.computed]}`,
    },
    nextCheckMs: newest && (expectedMs ?? nextCheckMs(newest.verdict, newest.atMs)),
  };
}

/** A label has two lines for who set a verdict and over which: of a longer name its beginning must do. */
const NAME_LENGTH = 24;

const shortName = (name: string) =>
  name.length <= NAME_LENGTH ? name : `${name.slice(0, NAME_LENGTH - 1).trimEnd()}…`;

/** A label sheet or a single label, mm. `columns` by `rows` labels a sheet; a roll has one. */
export interface LabelSize {
  readonly id: string;
  readonly name: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly sheet: {
    readonly columns: number;
    readonly rows: number;
    readonly leftMm: number;
    readonly topMm: number;
    readonly gapXMm: number;
    readonly gapYMm: number;
  } | null;
}

/** Sizes that labels are commonly sold in: single ones from a roll, and sheets of A4. */
export const LABEL_SIZES: readonly LabelSize[] = [
  { id: 'roll-62x29', name: 'Roll, 62 × 29 mm', widthMm: 62, heightMm: 29, sheet: null },
  { id: 'roll-89x36', name: 'Roll, 89 × 36 mm', widthMm: 89, heightMm: 36, sheet: null },
  { id: 'roll-100x50', name: 'Roll, 100 × 50 mm', widthMm: 100, heightMm: 50, sheet: null },
  {
    id: 'a4-24',
    name: 'A4 sheet of 24, 70 × 37 mm',
    widthMm: 70,
    heightMm: 37,
    sheet: { columns: 3, rows: 8, leftMm: 0, topMm: 0.5, gapXMm: 0, gapYMm: 0 },
  },
  {
    id: 'a4-14',
    name: 'A4 sheet of 14, 99 × 38 mm',
    widthMm: 99.1,
    heightMm: 38.1,
    sheet: { columns: 2, rows: 7, leftMm: 4.65, topMm: 15.15, gapXMm: 2.5, gapYMm: 0 },
  },
];

/** The size with an id; the first where there is none. */
export function labelSize(id: string | null): LabelSize {
  return LABEL_SIZES.find((size) => size.id === id) ?? (LABEL_SIZES[0] as LabelSize);
}

/** Codes that a label carries its tag in: square for cameras and area scanners, bars for the older line scanners. */
export const LABEL_CODES = ['square', 'bars'] as const;

export type LabelCode = (typeof LABEL_CODES)[number];
