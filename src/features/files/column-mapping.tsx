import { useState } from 'react';
import { FIXABLE_COLUMNS, type FixedCells, fixedEntries, type Mapping } from '@/core/exchange/import/mapping';
import {
  COLUMN_FACTS,
  NEEDED_COLUMNS,
  USED_COLUMNS,
  type UsedColumn,
} from '@/core/exchange/readings-csv/columns';
import { Select, SelectBox } from '@/ui/select';

interface Props {
  readonly header: readonly string[];
  readonly mapping: Mapping;
  readonly fixed: FixedCells;
  readonly onFix: (fixed: FixedCells) => void;
  readonly onChange: (mapping: Mapping) => void;
}

/** What each column of the file is taken for. Columns that are recognised say so; the others can be told. */
export function ColumnMapping({ header, mapping, fixed, onChange, onFix }: Props) {
  const given = [...mapping, ...fixedEntries(fixed, mapping).map(([column]) => column)];
  const missing = NEEDED_COLUMNS.filter((needed) => !given.includes(needed));
  // It opens by itself where something must be said, and stays as one leaves it.
  const [open, setOpen] = useState(missing.length > 0);
  const fixable = FIXABLE_COLUMNS.filter((column) => !mapping.includes(column));
  return (
    <details className="sheet" open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="flex min-h-12 items-center gap-2 px-4">
        <span className="font-semibold">Columns</span>
        <span className="text-soft">
          {mapping.filter((column) => column !== null).length} of {header.length} taken
        </span>
      </summary>
      {missing.length > 0 && (
        <p className="border-t px-4 py-2 text-warn">
          Say which column holds{' '}
          {missing.map((column) => COLUMN_FACTS[column].title.toLowerCase()).join(' and ')}
          {missing.includes('construction') && ', or what all rows are'}.
        </p>
      )}
      <ul className="grid gap-x-6 gap-y-1 border-t p-4 sm:grid-cols-2 lg:grid-cols-3">
        {named(header).map(({ key, name, index }) => (
          <li key={key} className="grid grid-cols-2 items-center gap-2">
            <span className="truncate" title={name}>
              {name || <span className="text-soft">without a name</span>}
            </span>
            <SelectBox
              name={`${name || `Column ${index + 1}`} is`}
              value={mapping[index] ?? ''}
              options={TAKEN_FOR}
              onChoose={(column) => onChange(assigned(mapping, index, column))}
            />
          </li>
        ))}
      </ul>
      {fixable.length > 0 && (
        <fieldset className="flex flex-wrap gap-4 border-t p-4">
          <legend className="sr-only">The same for all rows</legend>
          {fixable.map((column) => (
            <div key={column} className="w-44">
              <Select
                label={`${COLUMN_FACTS[column].title}, all rows`}
                value={fixed[column] ?? ''}
                options={[
                  { value: '', label: 'not said' },
                  ...(COLUMN_FACTS[column].words ?? []).map((word) => ({ value: word, label: word })),
                ]}
                onChoose={(word) => onFix({ ...fixed, [column]: word })}
              />
            </div>
          ))}
        </fieldset>
      )}
    </details>
  );
}

const TAKEN_FOR = [
  { value: '', label: 'left aside' },
  ...USED_COLUMNS.map((column) => ({ value: column, label: COLUMN_FACTS[column].title })),
];

/** Two columns may carry one name: the place tells them apart. */
function named(header: readonly string[]) {
  return header.map((name, index) => ({ key: `${index} ${name}`, name, index }));
}

/** A column of the format belongs to one column of the file: another that had it loses it. */
function assigned(mapping: Mapping, index: number, chosen: string): Mapping {
  const column = USED_COLUMNS.find((known): known is UsedColumn => known === chosen) ?? null;
  return mapping.map((before, at) => {
    if (at === index) return column;
    return before === column ? null : before;
  });
}
