import type { Evidence } from '../../assessment/evidence';
import { problem } from '../../quantity/result';
import type { EvidenceDraft } from '../../steps/columns';
import type { RowCells } from './cells';

/** The readings that can be taken past a barred gate, each by the word that stands for it in a file. */
const FORCED_WORDS = {
  open: 'openCircuit',
  hydrometer: 'hydrometer',
  cells: 'cellVolts',
  conductance: 'conductance',
  load: 'load',
  recovery: 'recovery',
  crank: 'crank',
  three_minute: 'threeMinute',
  stand: 'stand',
  discharge: 'discharge',
} as const satisfies Record<string, keyof Evidence>;

type ForcedWord = keyof typeof FORCED_WORDS;
const WORDS = Object.keys(FORCED_WORDS) as readonly ForcedWord[];

/** Marks the readings that a row says were taken past a barred gate: they are indicative, and never retire a battery. */
export function readForced(row: RowCells, into: EvidenceDraft): void {
  const text = row.text('forced');
  if (text === '') return;
  for (const word of text.toLowerCase().split(/\s+/)) {
    const known = WORDS.find((one) => one === word);
    if (known === undefined) row.problems.push(problem('forced', word, `of ${WORDS.join(', ')}`));
    else force(into, FORCED_WORDS[known]);
  }
}

function force(into: EvidenceDraft, name: (typeof FORCED_WORDS)[ForcedWord]): void {
  const read = into[name];
  if (read) Object.assign(into, { [name]: { ...read, forced: true } });
}

/** The words of the readings that were forced, blanks between; null where none was. */
export function writeForced(evidence: Evidence): string | null {
  const forced = WORDS.filter((word) => evidence[FORCED_WORDS[word]]?.forced);
  return forced.length === 0 ? null : forced.join(' ');
}
