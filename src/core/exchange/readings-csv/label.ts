import type { BatterySpec } from '../../battery/battery';
import { CONSTRUCTIONS } from '../../battery/construction';
import { DUTIES } from '../../battery/duty';
import { NOMINAL_WORDS, nominalVoltsOf } from '../../battery/nominal-volts';
import { RATING_STANDARDS } from '../../battery/rating-standard';
import type { RowOfCells } from '../block-rows';
import type { RowCells } from './cells';
import type { UsedColumn } from './columns';
import type { Header } from './header';

/** The columns that a label is read from. */
const LABEL_COLUMNS = [
  'nominal_v',
  'construction',
  'rating_standard',
  'rating_a',
  'c20_ah',
  'rc_min',
  'duty',
] as const satisfies readonly UsedColumn[];

/** So many labels are remembered: more kinds of batteries no fleet has. */
const MOST_LABELS = 4096;

/**
 * Reads what the rows of a file say of their batteries, each label once: the batteries of a fleet are of a few kinds, and
 * a hundred thousand rows name the same ones over and over.
 */
export class LabelsRead {
  private readonly known = new Map<string, BatterySpec>();
  private readonly from: number;
  private readonly to: number;
  /** Whether nothing but the label stands between its columns: else hardly two rows say the same there. */
  private readonly adjacent: boolean;

  constructor({ at }: Header) {
    const columns = LABEL_COLUMNS.map((column) => at[column]).filter((index) => index >= 0);
    this.from = Math.min(...columns);
    this.to = Math.max(...columns);
    this.adjacent = this.to - this.from + 1 === columns.length;
  }

  /** The battery of a row; null where it cannot be told, of which the row has complained. */
  read(row: RowCells, cells: RowOfCells): BatterySpec | null {
    if (!this.adjacent) return readLabel(row);
    const said = cells.span(this.from, this.to);
    const known = this.known.get(said);
    if (known) return known;
    const battery = readLabel(row);
    if (battery && row.problems.length === 0) this.remember(said, battery);
    return battery;
  }

  private remember(said: string, battery: BatterySpec): void {
    if (this.known.size >= MOST_LABELS) this.known.clear();
    // A piece of a text holds on to the whole of it: what is kept is put together anew.
    this.known.set(Array.from(said).join(''), battery);
  }
}

function readLabel(row: RowCells): BatterySpec | null {
  const nominalVolts = nominalVoltsOf(row.word('nominal_v', NOMINAL_WORDS) ?? '') ?? 12;
  const construction = row.word('construction', CONSTRUCTIONS);
  if (row.text('construction') === '') row.complain('construction', '', `one of ${CONSTRUCTIONS.join(', ')}`);
  const standard = row.word('rating_standard', RATING_STANDARDS) ?? 'SAE';
  const amps = row.quantity('rating_a', 'ratingAmps');
  const c20Ah = row.quantity('c20_ah', 'c20Ah');
  const rcMinutes = row.quantity('rc_min', 'rcMinutes');
  const ratings = amps === null ? [] : [{ standard, amps }];
  const duty = row.word('duty', DUTIES);
  if (!construction) return null;
  const spec: BatterySpec = { construction, nominalVolts, ratings, c20Ah, rcMinutes };
  return duty ? { ...spec, duty } : spec;
}
