'use client';

import { Printer, Tags } from 'lucide-react';
import Link from 'next/link';
import { useCallback, useMemo, useRef, useState } from 'react';
import type { CellPlace } from '@/core/exchange/lot/edit-lot';
import { LOT_PLAN, type LotStep } from '@/core/exchange/lot/lot-grid';
import { stepForWork, type WorkList } from '@/core/exchange/lot/lot-summary';
import type { LotRecord } from '@/core/exchange/views';
import type { Problem } from '@/core/quantity/result';
import type { HouseRules } from '@/core/rules/house-rules';
import { Button, buttonClass } from '@/ui/button';
import { Caution } from '@/ui/caution';
import { Problems } from '@/ui/problems';
import { LotGrid } from './lot-grid';
import { Sorting, WorkLists } from './lot-side';
import { EditTools, KeysLine, StepTabs } from './lot-tools';
import { StoreLot } from './store-lot';
import { useLot } from './use-lot';
import type { LotStoreState } from './use-lot-store';

interface Props {
  readonly lot: LotRecord;
  readonly rules: HouseRules;
  /** The version of the house's rules in force today, where the rack is stored by another. */
  readonly newerVersion: number | null;
}

/** A rack of batteries, graded in one go: typed down, judged while typing, sorted, stored as runs. */
export function LotScreen({ lot, rules, newerVersion }: Props) {
  const [step, setStep] = useState<LotStep>('label');
  const [filtered, setFiltered] = useState<{ readonly list: WorkList; readonly rowCount: number } | null>(
    null,
  );
  const [goTo, setGoTo] = useState<CellPlace | null>(null);
  const { columns, cautionOf } = LOT_PLAN[step];
  // A list names rows by where they stand: once rows were added, removed or brought back it means others.
  const filterFor = (rowCount: number) => (filtered?.rowCount === rowCount ? filtered.list : null);
  const rack = useLot(lot, rules, columns, (rows) => filterFor(rows.length)?.rows ?? null);
  const rowCount = rack.rows.length;
  const filter = filterFor(rowCount);
  const { readOnly, judged, edits, store, left } = rack;
  const place = useRef<CellPlace>({ row: 0, column: 'tag' });
  const onFocus = useCallback((at: CellPlace) => {
    place.current = at;
  }, []);
  const gridRows = useMemo(() => {
    const all = judged.shown.map((row, at) => ({
      ...{ at, row },
      judgement: judged.each[at] ?? ({ kind: 'blank' } as const),
    }));
    return filter ? all.filter(({ at }) => filter.rows.includes(at)) : all;
  }, [judged.shown, judged.each, filter]);
  const choose = useCallback(
    (list: WorkList | null) => {
      setFiltered(list && { list, rowCount });
      const next = list && stepForWork(list.work);
      if (next) setStep(next);
    },
    [rowCount],
  );
  const addRows = (count: number) => {
    setFiltered(null);
    setStep('label');
    setGoTo(rack.addRows(count));
  };
  return (
    <main className="mx-auto grid max-w-[100rem] gap-3 px-4 py-3">
      <Head lot={lot} rack={rack} />
      <Problems problems={store.state === 'overtaken' ? [OVERTAKEN, ...rack.problems] : rack.problems} />
      {left.offered && <LeftHere onSettle={left.settle} />}
      <div className="flex flex-wrap items-center gap-2">
        <StepTabs step={step} onStep={setStep} />
        {!readOnly && (
          <EditTools
            history={rack.history}
            change={rack.change}
            onFillDown={() => edits.onFillDown(place.current)}
            onMoreRows={addRows}
          />
        )}
      </div>
      {!readOnly && cautionOf && <Caution step={cautionOf} runId={lot.id} />}
      {filter && (
        <p className="flex flex-wrap items-center gap-3">
          Only the {filter.rows.length} rows of one list are shown.
          <Button onClick={() => setFiltered(null)}>Show the whole rack</Button>
        </p>
      )}
      <div className="grid items-start gap-4 xl:grid-cols-[minmax(0,1fr)_17rem]">
        <div className="grid min-w-0 gap-2">
          <LotGrid
            rows={gridRows}
            columns={columns}
            readOnly={readOnly}
            goTo={goTo}
            onNewRow={() => !filter && edits.onType({ row: rack.rows.length, column: 'tag' }, '')}
            onFocus={onFocus}
            {...edits}
          />
          {!readOnly && <KeysLine />}
        </div>
        <div className="grid gap-4 md:grid-cols-2 xl:grid-cols-1">
          <WorkLists lists={judged.lists} chosen={filter?.work ?? null} onChoose={choose} />
          <Sorting groups={judged.groups} rules={rules} />
          <p className="text-sm text-soft">
            Judged by {rules.name}, version {rules.version}
            {newerVersion === null
              ? '.'
              : `, as when it was stored; today version ${newerVersion} is in force.`}
          </p>
        </div>
      </div>
    </main>
  );
}

function Head({ lot, rack }: { readonly lot: LotRecord; readonly rack: ReturnType<typeof useLot> }) {
  const { readOnly, name, setName, store, judged, setProblems } = rack;
  return (
    <div className="flex flex-wrap items-center gap-3">
      <h1 className="sr-only">Lot {name}</h1>
      <input
        aria-label="Name of the rack"
        value={name}
        readOnly={readOnly}
        maxLength={120}
        className="min-h-12 w-64 rounded-md border border-transparent bg-transparent px-2 text-xl font-semibold hover:border-line-strong"
        onChange={(event) => setName(event.target.value)}
      />
      <p className="mr-auto text-soft" aria-live="polite">
        {readOnly ? 'stored as runs' : STATE_WORDS[store.state]}
      </p>
      <Link href={`/lots/${lot.id}/report`} className={buttonClass()}>
        <Printer size={18} aria-hidden="true" /> Report
      </Link>
      {readOnly && (
        <Link href={`/labels?lot=${lot.id}`} className={buttonClass()}>
          <Tags size={18} aria-hidden="true" /> Labels
        </Link>
      )}
      <StoreLot lot={lot} good={judged.good} bad={judged.bad} store={store} onProblems={setProblems} />
    </div>
  );
}

const STATE_WORDS: Readonly<Record<LotStoreState, string>> = {
  stored: 'kept',
  storing: 'keeping …',
  waiting: 'the server does not answer: kept in this browser, sent again soon',
  overtaken: 'changed elsewhere',
};

const OVERTAKEN: Problem = {
  ...{ field: 'lot', found: '', expected: '' },
  message:
    'This rack was changed elsewhere meanwhile. Load the page again: what you typed here is kept and will be offered.',
};

/** What was typed here while somebody else changed the rack: nobody but a person can say which is right. */
function LeftHere({ onSettle }: { readonly onSettle: (take: boolean) => void }) {
  return (
    <div
      role="alert"
      className="flex flex-wrap items-center gap-3 rounded-md border border-warn bg-warn-wash px-4 py-2"
    >
      <p className="mr-auto text-warn">
        Something was typed here that is not in the rack as it now stands: somebody else changed it meanwhile.
      </p>
      <Button onClick={() => onSettle(true)}>Put mine in its place</Button>
      <Button onClick={() => onSettle(false)}>Leave it as it stands</Button>
    </div>
  );
}
