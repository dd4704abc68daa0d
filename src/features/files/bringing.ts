import { type DateOrder, ordersOf } from '@/core/exchange/import/dates';
import type { Encoding } from '@/core/exchange/import/encoding';
import { IMPORT_LIMITS } from '@/core/exchange/import/limits';
import { type FixedCells, type Mapping, suggestMapping } from '@/core/exchange/import/mapping';
import { type Problem, problem, type Result } from '@/core/quantity/result';

/** What is seen of a file before its rows are read. */
export interface FileHead {
  readonly encoding: Encoding;
  readonly header: readonly string[];
  /** Its first rows, to see how things are written in it. */
  readonly sample: readonly (readonly string[])[];
}

/** A file of readings that was chosen, and how its columns are read. */
export interface Chosen extends FileHead {
  readonly file: File;
  readonly mapping: Mapping;
  readonly fixed: FixedCells;
  /** How its dates are written; null where that is not asked, or not answered yet. */
  readonly dateOrder: DateOrder | null;
  /** One id for this file, so that storing it twice stores it once. */
  readonly importId: string;
}

/** How far bringing a file of readings has come. A later choice overtakes an earlier one; nothing overtakes storing. */
export type Bringing =
  | { readonly step: 'nothing'; readonly problems: readonly Problem[] }
  | { readonly step: 'opening'; readonly importId: string }
  | { readonly step: 'chosen'; readonly chosen: Chosen; readonly problems: readonly Problem[] }
  | { readonly step: 'storing'; readonly chosen: Chosen; readonly stored: number };

/** What happens to it. */
export type BringingEvent =
  | { readonly kind: 'choose'; readonly importId: string }
  | {
      readonly kind: 'opened';
      readonly importId: string;
      readonly file: File;
      readonly head: Result<FileHead>;
    }
  | { readonly kind: 'read_as'; readonly change: Partial<Pick<Chosen, 'mapping' | 'fixed' | 'dateOrder'>> }
  | { readonly kind: 'store' }
  | { readonly kind: 'stored'; readonly runs: number }
  | { readonly kind: 'ended'; readonly problems: readonly Problem[] };

export const NOTHING_CHOSEN: Bringing = { step: 'nothing', problems: [] };

/** The next state; an event that does not belong to the state it meets changes nothing. */
export function bringing(state: Bringing, event: BringingEvent): Bringing {
  switch (event.kind) {
    case 'choose':
      return state.step === 'storing' ? state : { step: 'opening', importId: event.importId };
    case 'opened':
      // Of two files that are opened at once, the one that was chosen last counts, whichever is there first.
      return state.step === 'opening' && state.importId === event.importId ? opened(event) : state;
    case 'read_as':
      return state.step === 'chosen'
        ? { ...state, chosen: readAs(state.chosen, event.change), problems: [] }
        : state;
    case 'store':
      return state.step === 'chosen' ? { step: 'storing', chosen: state.chosen, stored: 0 } : state;
    case 'stored':
      return state.step === 'storing' ? { ...state, stored: event.runs } : state;
    case 'ended': {
      if (state.step !== 'storing') return state;
      const { chosen } = state;
      // A file that was not stored stays chosen, so that it can be tried again.
      return event.problems.length > 0
        ? { step: 'chosen', chosen, problems: event.problems }
        : NOTHING_CHOSEN;
    }
  }
}

function opened({ importId, file, head }: Extract<BringingEvent, { kind: 'opened' }>): Bringing {
  if (!head.ok) return { step: 'nothing', problems: head.problems };
  const { header } = head.value;
  const wrong = headerProblem(header);
  if (wrong) return { step: 'nothing', problems: [wrong] };
  const mapping = suggestMapping(header);
  return {
    step: 'chosen',
    problems: [],
    chosen: readAs({ ...head.value, file, mapping, fixed: {}, dateOrder: null, importId }, { mapping }),
  };
}

/** The orders in which the dates of a file can be written; null where there is nothing to ask. */
export function dateOrdersOf({ sample, mapping }: Pick<Chosen, 'sample' | 'mapping'>) {
  const column = mapping.indexOf('taken_at');
  return column < 0 ? null : ordersOf(sample.map((cells) => cells[column] ?? ''));
}

/** The file read in another way. Where its dates can be written in one order only, that is how they are read. */
export function readAs(
  chosen: Chosen,
  change: Partial<Pick<Chosen, 'mapping' | 'fixed' | 'dateOrder'>>,
): Chosen {
  const next = { ...chosen, ...change };
  if (!('mapping' in change)) return next;
  const orders = dateOrdersOf(next);
  return { ...next, dateOrder: orders?.length === 1 ? (orders[0] ?? null) : null };
}

function headerProblem(header: readonly string[]): Problem | null {
  if (header.length === 0) return problem('file', '', 'a header row and rows under it');
  return header.length > IMPORT_LIMITS.columns
    ? problem('columns', header.length, `at most ${IMPORT_LIMITS.columns}`)
    : null;
}
