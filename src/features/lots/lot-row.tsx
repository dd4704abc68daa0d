import { clsx } from 'clsx';
import { X } from 'lucide-react';
import { memo, useState } from 'react';
import type { Assessment } from '@/core/assessment/assess';
import type { LotRow } from '@/core/exchange/arrival-views';
import type { LotJudgement } from '@/core/exchange/lot/judge-lot';
import { WORK_WORDS, workOf } from '@/core/exchange/lot/lot-summary';
import { columnTitle, keptCell, shownCell } from '@/core/exchange/lot/lot-temperature';
import type { UsedColumn } from '@/core/exchange/readings-csv/columns';
import { COLUMN_FACTS } from '@/core/exchange/readings-csv/columns';
import { formatQuantity } from '@/core/quantity/format';
import type { TemperatureUnit } from '@/core/quantity/temperature';
import { PutOnLink } from '@/ui/put-on-link';
import { VerdictLabel } from '@/ui/verdict-label';
import { type GridActions, settledText } from './grid-actions';

interface Props extends GridActions {
  readonly index: number;
  readonly at: number;
  readonly row: LotRow;
  readonly judgement: LotJudgement;
  readonly columns: readonly UsedColumn[];
  readonly unit: TemperatureUnit;
  readonly readOnly: boolean;
}

/** How wide a column is, where it is not as wide as most. */
const WIDTHS: Readonly<Partial<Record<UsedColumn, string>>> = {
  tag: 'w-30',
  construction: 'w-24',
  nominal_v: 'w-16',
  rating_standard: 'w-18',
  rating_a: 'w-18',
  c20_ah: 'w-16',
  rc_min: 'w-16',
  case: 'w-24',
  terminals: 'w-26',
  level: 'w-24',
  discharge_a: 'w-18',
  discharge_min: 'w-18',
  discharge_early_v: 'w-18',
  discharge_end_v: 'w-18',
};

/** One battery of the rack. Drawn anew only when it or its judgement changes, so that 500 rows stay fluent. */
export const LotRowLine = memo(function LotRowLine(props: Props) {
  const { index, at, judgement, columns, readOnly, onRemove } = props;
  const problems = judgement.kind === 'bad' ? judgement.problems : [];
  return (
    <tr aria-rowindex={index + 2} className="[content-visibility:auto] [&>td]:contain-paint">
      <td className="figures w-12 border-b bg-sheet px-2 text-right text-soft max-xl:sticky max-xl:left-0 max-xl:z-10 max-sm:hidden">
        {at + 1}
      </td>
      <Cell {...props} column="tag" problem={messageFor(problems, 'tag')} />
      <td className="border-b px-2 whitespace-nowrap sm:hidden">
        <ComesTo judgement={judgement} isStored={readOnly} />
      </td>
      {columns.map(
        (column) =>
          column !== 'tag' && (
            <Cell key={column} {...props} column={column} problem={messageFor(problems, column)} />
          ),
      )}
      <td className="figures border-b px-2 text-right whitespace-nowrap">
        {judgement.kind === 'good' && told(judgement.row.assessment)}
      </td>
      <td className="sticky right-0 z-10 border-b border-l bg-sheet px-2 whitespace-nowrap max-sm:hidden">
        <ComesTo judgement={judgement} isStored={readOnly} />
      </td>
      <td className="border-b px-1">
        {!readOnly && judgement.kind !== 'blank' && (
          <button
            type="button"
            tabIndex={-1}
            aria-label={`Remove row ${at + 1}`}
            className="grid size-9 place-items-center rounded-md text-soft hover:bg-sunk hover:text-ink"
            onClick={() => onRemove(at)}
          >
            <X size={16} aria-hidden="true" />
          </button>
        )}
      </td>
    </tr>
  );
});

interface CellProps extends Props {
  readonly column: UsedColumn;
  readonly problem: string | undefined;
}

function Cell({ index, at, row, column, unit, problem, readOnly, judgement, ...actions }: CellProps) {
  const { onType, onPaste, onFillDown, onRemove, onLeave, onFocus, onMove } = actions;
  const place = { row: at, column };
  // While one types, what was typed: half a number has no other unit.
  const [typing, setTyping] = useState<string | null>(null);
  const text = typing ?? shownCell(row, column, unit);
  const type = (typed: string) => onType(place, keptCell(typed, column, unit));
  const isTag = column === 'tag';
  return (
    <td
      className={clsx(
        'border-b p-0',
        isTag && 'bg-sheet max-xl:sticky max-xl:left-12 max-xl:z-10 max-sm:left-0',
        problem && 'bg-warn-wash',
      )}
    >
      <input
        data-cell={`${index} ${column}`}
        aria-label={`${columnTitle(column, unit)}, row ${at + 1}`}
        aria-invalid={problem !== undefined}
        title={problem}
        value={text}
        readOnly={readOnly}
        maxLength={80}
        placeholder={placeholderOf(column, judgement)}
        list={COLUMN_FACTS[column].words ? `words-${column}` : undefined}
        inputMode={COLUMN_FACTS[column].words || isTag ? 'text' : 'decimal'}
        autoComplete="off"
        autoCapitalize={isTag ? 'characters' : 'none'}
        spellCheck={false}
        className={clsx(
          'figures h-[45px] min-w-full border-x border-transparent bg-transparent px-2 placeholder:text-soft placeholder:opacity-60 focus:bg-harbour-wash focus:outline-2 focus:-outline-offset-2 focus:outline-(--focus)',
          WIDTHS[column] ?? 'w-22',
          isTag && 'font-semibold',
          problem && 'text-warn',
        )}
        onFocus={() => onFocus(place)}
        onChange={(event) => {
          setTyping(event.target.value);
          type(event.target.value);
        }}
        onBlur={() => {
          setTyping(null);
          const settled = settledText(column, text);
          if (settled !== text && !readOnly) type(settled);
        }}
        onPaste={(event) => {
          const piece = event.clipboardData.getData('text/plain');
          if (readOnly || !/[\t\n]/.test(piece.trimEnd())) return;
          event.preventDefault();
          onPaste(place, piece);
        }}
        onKeyDown={(event) => {
          const step = stepOf(event);
          if (step !== 0) onMove(index + step, column);
          else if (isFillDown(event) && !readOnly) onFillDown(place);
          else if (isRemove(event) && !readOnly) onRemove(at);
          else if (event.key === 'Escape') onLeave();
          else return;
          event.preventDefault();
        }}
      />
    </td>
  );
}

/** Rows that a key goes down the column: Enter and the arrows; 0 for a key that stays. */
function stepOf({ key, shiftKey }: React.KeyboardEvent): -1 | 0 | 1 {
  if (key === 'ArrowDown' || (key === 'Enter' && !shiftKey)) return 1;
  return key === 'ArrowUp' || (key === 'Enter' && shiftKey) ? -1 : 0;
}

const isFillDown = ({ key, ctrlKey, metaKey }: React.KeyboardEvent) =>
  (ctrlKey || metaKey) && key.toLowerCase() === 'd';

const isRemove = ({ key, ctrlKey, metaKey }: React.KeyboardEvent) => (ctrlKey || metaKey) && key === 'Delete';

/** What stands in for a blank cell: what the label of a registered battery says, or the load that belongs to it. */
function placeholderOf(column: UsedColumn, judgement: LotJudgement): string | undefined {
  if (judgement.kind !== 'good') return undefined;
  const { evidence, assessment } = judgement.row;
  const { battery } = evidence;
  const [rating] = battery.ratings;
  switch (column) {
    case 'construction':
      return battery.construction;
    case 'nominal_v':
      return String(battery.nominalVolts);
    case 'rating_standard':
      return rating?.standard;
    case 'rating_a':
      return rating ? String(rating.amps) : undefined;
    case 'c20_ah':
      return battery.c20Ah === null ? undefined : String(battery.c20Ah);
    case 'load_a':
      return assessment.estimates.task ? String(Math.round(assessment.estimates.task.setAmps)) : undefined;
    case 'load_s':
      return assessment.estimates.task ? String(assessment.estimates.task.holdSeconds) : undefined;
    default:
      return undefined;
  }
}

function messageFor(
  problems: readonly { readonly field: string; readonly message: string }[],
  column: UsedColumn,
): string | undefined {
  return problems.find(({ field }) => field === column)?.message;
}

function ComesTo({ judgement, isStored }: { readonly judgement: LotJudgement; readonly isStored: boolean }) {
  if (judgement.kind === 'blank') return null;
  if (judgement.kind === 'bad') {
    const [first] = judgement.problems;
    return (
      <span className="block max-w-52 truncate text-warn sm:max-w-64" title={first?.message}>
        {first?.message}
      </span>
    );
  }
  const { verdict, grade, next } = judgement.row.assessment;
  const work = workOf(judgement);
  return (
    <span className="flex items-center gap-3">
      <VerdictLabel verdict={verdict} grade={grade} />
      {next !== null && next !== verdict && work && (
        <span className="text-sm text-soft">{WORK_WORDS[work]}</span>
      )}
      {isStored && work === 'charge' && <PutOnLink tag={judgement.row.tag} />}
    </span>
  );
}

/** Health, and what it holds where that was measured. */
function told({ estimates: { health, capacity } }: Assessment): string {
  const shares = [
    health ? formatQuantity(health.pct, '%') : '',
    capacity?.method === 'discharge' && capacity.pct !== null
      ? `${formatQuantity(capacity.pct, '%')} cap.`
      : '',
  ];
  return shares.filter((share) => share !== '').join(' · ');
}
