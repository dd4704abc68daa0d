'use client';

import { Printer, Tags } from 'lucide-react';
import { useCallback, useMemo, useRef, useState } from 'react';
import type { LotRecord } from '@/core/exchange/arrival-views';
import type { CellPlace } from '@/core/exchange/lot/edit-lot';
import { LOT_PLAN, type LotStep } from '@/core/exchange/lot/lot-grid';
import { type LotOrder, ordered } from '@/core/exchange/lot/lot-sort';
import { stepForWork, stepToMend, type WorkList } from '@/core/exchange/lot/lot-summary';
import type { Problem } from '@/core/quantity/result';
import type { HouseRules } from '@/core/rules/house-rules';
import { ActLink } from '@/ui/act-link';
import { Button, buttonClass } from '@/ui/button';
import { Caution } from '@/ui/caution';
import { Link } from '@/ui/link';
import { Problems } from '@/ui/problems';
import { LotGrid } from './lot-grid';
import { Sorting, WorkLists } from './lot-side';
import { EditTools, KeysLine, StepTabs } from './lot-tools';
import { NewerRules } from './newer-rules';
import { PastePreview } from './paste-preview';
import { StoreLot } from './store-lot';
import { useLot } from './use-lot';
import type { LotStoreState } from './use-lot-store';

interface Props {
  readonly lot: LotRecord;
  readonly rules: HouseRules;
  /** The house's rules in force today, where the rack is judged by others. */
  readonly newer: HouseRules | null;
}

/** A rack of batteries, graded in one go: typed down, judged while typing, sorted, stored as runs. */
export function LotScreen({ lot, rules, newer }: Props) {
  const [step, setStep] = useState<LotStep>('label');
  const [filtered, setFiltered] = useState<{ readonly list: WorkList; readonly rowCount: number } | null>(
    null,
  );
  const [goTo, setGoTo] = useState<CellPlace | null>(null);
  const [order, setOrder] = useState<LotOrder | null>(null);
  const { columns, cautionOf } = LOT_PLAN[step];
  // A list names rows by where they stand: once rows were added, removed or brought back it means others.
  const filterFor = (rowCount: number) => (filtered?.rowCount === rowCount ? filtered.list : null);
  const rack = useLot(lot, rules, columns);
  const rowCount = rack.rows.length;
  const filter = filterFor(rowCount);
  const { readOnly, judged, edits, store, left } = rack;
  const place = useRef<CellPlace>({ row: 0, column: 'tag' });
  const onFocus = useCallback((at: CellPlace) => {
    place.current = at;
  }, []);
  const lines = useLines(judged, order, filter);
  rack.show({ order: lines.inOrder, whole: filter === null });
  const choose = useCallback(
    (list: WorkList | null) => {
      setFiltered(list && { list, rowCount });
      const next =
        list && (list.work === 'mend' ? stepToMend(judged.each, list.rows) : stepForWork(list.work));
      if (next) setStep(next);
    },
    [rowCount, judged.each],
  );
  const side = useRef<HTMLDivElement>(null);
  const onLeave = useCallback(() => side.current?.querySelector('button')?.focus(), []);
  const addRows = (count: number) => {
    setFiltered(null);
    setStep('label');
    setGoTo(rack.addRows(count));
  };
  return (
    <main className="mx-auto grid max-w-[100rem] grid-cols-[minmax(0,1fr)] gap-3 px-4 py-3">
      <Head lot={lot} rack={rack} />
      <Problems problems={store.state === 'overtaken' ? [OVERTAKEN, ...rack.problems] : rack.problems} />
      {left.offered && <LeftHere onSettle={left.settle} />}
      {newer && !readOnly && <NewerRules lot={lot} rules={rules} newer={newer} judged={judged} />}
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
            rows={lines.shown}
            columns={columns}
            order={order}
            onOrder={setOrder}
            readOnly={readOnly}
            goTo={goTo}
            onNewRow={() => !filter && edits.onType({ row: rack.rows.length, column: 'tag' }, '')}
            onFocus={onFocus}
            onLeave={onLeave}
            {...edits}
          />
          {!readOnly && <KeysLine />}
        </div>
        <div ref={side} className="grid gap-4 md:grid-cols-2 xl:grid-cols-1">
          <WorkLists lists={judged.lists} chosen={filter?.work ?? null} onChoose={choose} />
          <Sorting groups={judged.groups} rules={rules} />
          <p className="text-sm text-soft">
            Judged by {rules.name}, version {rules.version}
            {newer && readOnly ? `, as when it was stored; today version ${newer.version} is in force.` : '.'}
          </p>
        </div>
      </div>
      {rack.pasting && (
        <PastePreview piece={rack.pasting} onPut={rack.putPiece} onLeave={() => rack.setPasting(null)} />
      )}
    </main>
  );
}

/** The lines of the grid: those of the list that is chosen, in the order that is, the blank one last. */
function useLines(
  { shown: rows, each }: ReturnType<typeof useLot>['judged'],
  order: LotOrder | null,
  filter: WorkList | null,
) {
  // Sorted once it is asked for, not as one types: a row must not run away from the finger.
  const latest = useRef({ rows, each });
  latest.current = { rows, each };
  const count = rows.length;
  const inOrder = useMemo(() => {
    const now = latest.current;
    const all = order ? ordered(now.rows, now.each, order) : null;
    const some = filter ? (all ?? now.rows.map((_, at) => at)).filter((at) => filter.rows.includes(at)) : all;
    return some?.filter((at) => at < count) ?? null;
  }, [order, filter, count]);
  const shown = useMemo(() => {
    const line = (at: number) => ({
      at,
      row: rows[at] ?? {},
      judgement: each[at] ?? ({ kind: 'blank' } as const),
    });
    return (inOrder ?? rows.map((_, at) => at)).map(line);
  }, [inOrder, rows, each]);
  return { shown, inOrder };
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
        className="min-h-12 w-64 rounded-md border border-transparent max-sm:w-full max-sm:min-w-0 max-sm:grow bg-transparent px-2 text-xl font-semibold hover:border-line-strong"
        onChange={(event) => setName(event.target.value)}
      />
      <p className="mr-auto text-soft max-sm:order-last max-sm:w-full max-sm:text-sm" aria-live="polite">
        {readOnly ? 'stored as runs' : STATE_WORDS[store.state]}
      </p>
      <Link href={`/lots/${lot.id}/report`} className={buttonClass()}>
        <Printer size={18} aria-hidden="true" /> Report
      </Link>
      {readOnly && (
        <ActLink act="export_lists" href={`/labels?lot=${lot.id}`}>
          <Tags size={18} aria-hidden="true" /> Labels
        </ActLink>
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
  field: 'lot',
  found: '',
  expected: '',
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
