import { ChevronDown } from 'lucide-react';
import { type Figure, type FigureValue, figuresOf, figureText, withFigure } from '@/core/rules/figures';
import type { HouseRules } from '@/core/rules/house-rules';
import { SelectBox } from '@/ui/select';
import { Tick } from '@/ui/tick';

interface Props {
  readonly current: HouseRules;
  readonly draft: HouseRules;
  readonly onChange: (draft: HouseRules) => void;
}

const SECTION_TITLES: Readonly<Record<string, string>> = {
  charge: 'Charge',
  surface: 'Surface charge',
  load: 'Load test',
  recovery: 'Recovery',
  conductance: 'Conductance',
  cells: 'Cells',
  inspection: 'Inspection',
  crank: 'Cranking',
  stand: 'Stand',
  threeMinute: 'Three-minute charge',
  fusion: 'Methods against each other',
  health: 'Health and grades',
  vehicle: 'Vehicle',
  temperature: 'Temperature',
};

/** Every figure of the rules by name, for a house with figures of its own. */
export function AllFigures({ current, draft, onChange }: Props) {
  const before = new Map(figuresOf(current).map((figure) => [figure.path, figure]));
  const sections = grouped(figuresOf(draft));
  return (
    <details className="group border-t pt-2">
      <summary className="flex min-h-11 list-none items-center gap-2 text-lg font-semibold">
        <ChevronDown size={18} aria-hidden="true" className="group-open:rotate-180" />
        Every figure, for a house with its own
      </summary>
      <label className="mb-4 grid max-w-md gap-1">
        <span className="heading">Name of these rules</span>
        <input
          value={draft.name}
          maxLength={80}
          onChange={(event) => onChange({ ...draft, name: event.target.value })}
          className="min-h-12 rounded-md border border-line-strong bg-sheet px-3"
        />
      </label>
      <p className="mb-3 text-soft">Temperatures of the rules are kept in °C, whatever a screen shows.</p>
      <div className="grid gap-x-8 gap-y-5 lg:grid-cols-2">
        {[...sections].map(([section, figures]) => (
          <section key={section} aria-label={SECTION_TITLES[section] ?? section}>
            <h3 className="heading mb-1">{SECTION_TITLES[section] ?? section}</h3>
            {figures.map((figure) => (
              <FigureRow
                key={figure.path}
                figure={figure}
                before={before.get(figure.path)}
                onChange={(value) => onChange(withFigure(draft, figure.path, value))}
              />
            ))}
          </section>
        ))}
      </div>
    </details>
  );
}

const sectionOf = ({ path }: Figure) => path.split('/')[0] ?? '';

function grouped(figures: readonly Figure[]): Map<string, Figure[]> {
  const sections = new Map<string, Figure[]>();
  for (const figure of figures) {
    sections.set(sectionOf(figure), [...(sections.get(sectionOf(figure)) ?? []), figure]);
  }
  return sections;
}

interface RowProps {
  readonly figure: Figure;
  readonly before: Figure | undefined;
  readonly onChange: (value: FigureValue) => void;
}

function FigureRow({ figure, before, onChange }: RowProps) {
  const { path, what, value } = figure;
  const changed = before !== undefined && JSON.stringify(before.value) !== JSON.stringify(value);
  return (
    <div className="grid min-h-11 grid-cols-[minmax(0,1fr)_auto] items-center gap-x-3 border-t py-1">
      <span className={changed ? 'font-semibold' : ''}>
        {what.charAt(0).toUpperCase() + what.slice(1)}
        {changed && (
          <span className="block text-sm font-normal text-soft">was {figureText(path, before.value)}</span>
        )}
      </span>
      <FigureInput figure={figure} onChange={onChange} />
    </div>
  );
}

const INPUT = 'min-h-11 w-32 rounded-md border border-line-strong bg-sheet px-2';

/** A span of two numbers, or a table of rows of two: each number by itself. */
function ListInput({ figure: { what, value }, onChange }: Omit<RowProps, 'before'>) {
  const rows = (Array.isArray(value) ? value : []) as readonly (number | readonly number[])[];
  const change = (row: number, column: number | null, typed: number) =>
    onChange(
      rows.map((cell, at) => {
        if (at !== row) return cell;
        return typeof cell === 'number' || column === null
          ? typed
          : cell.map((part, place) => (place === column ? typed : part));
      }) as FigureValue,
    );
  const input = (label: string, part: number, row: number, column: number | null) => (
    <input
      key={label}
      type="number"
      step="any"
      aria-label={label}
      className={`${INPUT} figures w-20 text-right`}
      value={Number.isNaN(part) ? '' : part}
      onChange={(event) => change(row, column, event.target.valueAsNumber)}
    />
  );
  return (
    <span className="grid gap-1">
      {rows.some((row) => typeof row !== 'number')
        ? rows.map((row, at) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a row of the table is its place
            <span key={at} className="flex gap-1">
              {(row as readonly number[]).map((part, column) =>
                input(`${what}, row ${at + 1}, ${column === 0 ? 'temperature' : 'limit'}`, part, at, column),
              )}
            </span>
          ))
        : [
            <span key="pair" className="flex gap-1">
              {rows.map((part, at) =>
                input(`${what}, ${at === 0 ? 'from' : 'to'}`, part as number, at, null),
              )}
            </span>,
          ]}
    </span>
  );
}

function FigureInput({ figure, onChange }: Omit<RowProps, 'before'>) {
  const { path, what, value, choices, least, most } = figure;
  if (choices && typeof value === 'string') {
    return (
      <SelectBox
        name={what}
        className="w-56"
        value={value}
        options={choices.map((choice) => ({ value: choice, label: figureText(path, choice) }))}
        onChoose={onChange}
      />
    );
  }
  if (typeof value === 'boolean') {
    return <Tick name={what} checked={value} onChange={onChange} />;
  }
  if (typeof value === 'number') {
    return (
      <input
        type="number"
        step="any"
        aria-label={what}
        className={`${INPUT} figures text-right`}
        value={Number.isNaN(value) ? '' : value}
        min={least ?? undefined}
        max={most ?? undefined}
        onChange={(event) => onChange(event.target.valueAsNumber)}
      />
    );
  }
  return <ListInput figure={figure} onChange={onChange} />;
}
