'use client';

import { Columns3, Search } from 'lucide-react';
import { VERDICT_LABELS, VERDICTS, type Verdict } from '@/core/assessment/verdict';
import { batteryTypeLabel, CONSTRUCTIONS, type Construction } from '@/core/battery/construction';
import {
  FLEET_COLUMNS,
  FLEET_GROUPS,
  FLEET_PLACES,
  type FleetColumn,
  type FleetGroup,
  type FleetPlace,
  type FleetQuery,
  type ListQuestion,
} from '@/core/exchange/fleet-query';
import type { FleetSavedView } from '@/core/exchange/fleet-views';
import { SelectBox } from '@/ui/select';
import { Tick } from '@/ui/tick';
import { useGoTo } from '@/ui/use-go-to';
import { ALL_COLUMNS } from './fleet-cells';
import { addressFor } from './questions';
import { SavedViews } from './saved-views';

const optionsOf = <T extends string>(labels: Readonly<Record<T, string>>) =>
  (Object.keys(labels) as T[]).map((value) => ({ value, label: labels[value] }));
const ANY = '' as const;

/** Which units, in which columns: every choice is an address. */
export function FleetBar({
  asked,
  question,
  views,
}: {
  readonly asked: FleetQuery;
  readonly question: ListQuestion;
  readonly views: readonly FleetSavedView[];
}) {
  const goTo = useGoTo();
  const ask = (change: Partial<FleetQuery>) =>
    goTo(addressFor(question, { ...asked, ...change }), { scroll: false });
  return (
    <section aria-label="Which units" className="no-print grid gap-2">
      <div className="grid grid-cols-2 items-start gap-2 sm:grid-cols-3 lg:grid-cols-[minmax(12rem,1.4fr)_repeat(4,minmax(9rem,1fr))]">
        <Words asked={asked} onAsk={(words) => ask({ words })} />
        <SelectBox<FleetPlace>
          name="Where"
          value={asked.place}
          options={optionsOf(FLEET_PLACES)}
          onChoose={(place) => ask({ place })}
        />
        <SelectBox<Verdict | typeof ANY>
          name="Verdict"
          value={asked.verdict ?? ANY}
          options={[
            { value: ANY, label: 'Any verdict' },
            ...VERDICTS.map((value) => ({ value, label: VERDICT_LABELS[value] })),
          ]}
          onChoose={(verdict) => ask({ verdict: verdict === ANY ? null : verdict })}
        />
        <SelectBox<Construction | typeof ANY>
          name="Type"
          value={asked.type ?? ANY}
          options={[
            { value: ANY, label: 'Any type' },
            ...CONSTRUCTIONS.map((value) => ({ value, label: batteryTypeLabel(value) })),
          ]}
          onChoose={(type) => ask({ type: type === ANY ? null : type })}
        />
        <SelectBox<FleetGroup>
          name="Grouped"
          value={asked.group}
          options={optionsOf(FLEET_GROUPS)}
          onChoose={(group) => ask({ group })}
        />
      </div>
      <div className="flex flex-wrap items-start gap-2">
        <details className="sheet">
          <summary className="flex min-h-12 cursor-pointer list-none items-center gap-2 px-4">
            <Columns3 size={18} aria-hidden="true" />
            Columns
          </summary>
          <div className="grid gap-x-6 border-t px-4 py-2 sm:grid-cols-3">
            {ALL_COLUMNS.map((column) => (
              <Tick
                key={column}
                checked={asked.columns.includes(column)}
                onChange={(isOn) => ask({ columns: withColumn(asked.columns, column, isOn) })}
              >
                {FLEET_COLUMNS[column].label}
              </Tick>
            ))}
          </div>
        </details>
        <SavedViews address={addressFor(question, asked)} views={views} />
      </div>
    </section>
  );
}

/** Columns stand in the order in which they are offered; the last one stays. */
function withColumn(
  columns: readonly FleetColumn[],
  column: FleetColumn,
  isOn: boolean,
): readonly FleetColumn[] {
  const wanted = ALL_COLUMNS.filter((one) => (one === column ? isOn : columns.includes(one)));
  return wanted.length === 0 ? columns : wanted;
}

function Words({ asked, onAsk }: { readonly asked: FleetQuery; readonly onAsk: (words: string) => void }) {
  return (
    <form
      className="max-sm:col-span-2"
      onSubmit={(event) => {
        event.preventDefault();
        onAsk(String(new FormData(event.currentTarget).get('words') ?? ''));
      }}
    >
      <label className="relative block">
        <span className="sr-only">Words in its tag, place, model or vehicle</span>
        <Search size={18} aria-hidden="true" className="absolute top-1/2 left-3 -translate-y-1/2 text-soft" />
        <input
          key={asked.words}
          name="words"
          type="search"
          defaultValue={asked.words}
          maxLength={80}
          placeholder="Tag, place, vehicle"
          className="min-h-12 w-full min-w-0 rounded-md border border-line-strong bg-sheet pr-3 pl-10"
        />
      </label>
    </form>
  );
}
