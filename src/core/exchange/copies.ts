import { tz } from '@date-fns/tz';
import { format, setHours, startOfDay } from 'date-fns';

/** A copy of the database in the folder of copies. */
export interface CopyRecord {
  readonly name: string;
  readonly kind: CopyKind;
  readonly bytes: number;
  readonly madeAtMs: number;
}

/** What making, looking at or putting back a copy came to. */
export interface CopyReport {
  readonly name: string;
  readonly bytes: number;
  readonly batteries: number;
  readonly runs: number;
  readonly readings: number;
  /** Where what was there before is kept; null where nothing was put back. */
  readonly before: string | null;
  /** The first entry of its journal that is not as it was written; null where all are. */
  readonly journalBrokenAt: number | null;
}

/** What a copy was made by: a hand, the night, or before the store was brought to a newer version. */
export type CopyKind = 'hand' | 'night' | 'upgrade';

const SUFFIXES: Readonly<Record<CopyKind, string>> = { hand: '', night: '-night', upgrade: '-upgrade' };

/** Names of copies carry their moment in UTC, so that they sort by it. */
export const COPY_NAME = /^integra-\d{8}-\d{6}(-night|-upgrade)?(-\d+)?\.db$/;

/** What a copy of this name was made by. */
export function copyKind(name: string): CopyKind {
  const [, suffix = ''] = COPY_NAME.exec(name) ?? [];
  return suffix === '' ? 'hand' : (suffix.slice(1) as CopyKind);
}

/**
 * The name of a copy made at a moment.
 * @example copyName(Date.UTC(2026, 10, 26, 22, 43)) === 'integra-20261126-224300.db'
 */
export function copyName(atMs: number, kind: CopyKind = 'hand'): string {
  const [day = '', time = ''] = new Date(atMs).toISOString().slice(0, 19).split('T');
  return `integra-${day.replaceAll('-', '')}-${time.replaceAll(':', '')}${SUFFIXES[kind]}.db`;
}

/** When the night's copy is made, by the clock of the site: before the first shift. */
const NIGHT_HOUR = 2;
const MS_PER_DAY = 24 * 3_600_000;

/** When the last night's copy was due, ms UTC. */
export function lastNightMs(nowMs: number, zone: string): number {
  const at = (dayMs: number) => setHours(startOfDay(dayMs, { in: tz(zone) }), NIGHT_HOUR).getTime();
  const today = at(nowMs);
  return today <= nowMs ? today : at(nowMs - MS_PER_DAY);
}

/**
 * Whether the night's copy is still to be made: none was since it was due, and the store is older than that.
 * @param newestMs when the newest of them was made; null while there is none
 * @param begunMs when the store began
 */
export function isNightCopyDue(
  newestMs: number | null,
  begunMs: number,
  { nowMs, zone }: { readonly nowMs: number; readonly zone: string },
): boolean {
  return (newestMs ?? begunMs) < lastNightMs(nowMs, zone);
}

/** How many copies of nights are kept: of the last days, of weeks and of months before them. */
export const KEPT_COPIES = { days: 7, weeks: 4, months: 12 } as const;

/**
 * The copies of nights that need not be kept any longer: all but the newest of each of the last seven days, four weeks and
 * twelve months of which there is one. What a hand or an upgrade made is never among them.
 */
export function copiesToDrop<C extends Pick<CopyRecord, 'kind' | 'madeAtMs'>>(
  copies: readonly C[],
  zone: string,
): C[] {
  const nights = copies
    .filter(({ kind }) => kind === 'night')
    .sort((one, other) => other.madeAtMs - one.madeAtMs);
  const written = (pattern: string) => (copy: C) => format(copy.madeAtMs, pattern, { in: tz(zone) });
  const kept = new Set([
    ...newestOfEach(nights, written('yyyy-MM-dd'), KEPT_COPIES.days),
    ...newestOfEach(nights, written('RRRR-II'), KEPT_COPIES.weeks),
    ...newestOfEach(nights, written('yyyy-MM'), KEPT_COPIES.months),
  ]);
  return nights.filter((copy) => !kept.has(copy));
}

/** The newest of each period, of the newest periods; they come the newest first. */
function newestOfEach<C>(copies: readonly C[], periodOf: (copy: C) => string, most: number): C[] {
  const newest = new Map<string, C>();
  for (const copy of copies) {
    const period = periodOf(copy);
    if (!newest.has(period) && newest.size < most) newest.set(period, copy);
  }
  return [...newest.values()];
}
