'use client';

import dynamic from 'next/dynamic';
import { memo, useDeferredValue, useMemo, useState } from 'react';
import type { StepId } from '@/core/assessment/step-id';
import type { BatterySpec } from '@/core/battery/battery';
import { specOf } from '@/core/battery/battery';
import type { BenchView, RunView } from '@/core/exchange/views';
import type { JudgedRun } from '@/core/procedure/judge-run';
import { overrideOf } from '@/core/procedure/override';
import { type SheetStep, sheetAt } from '@/core/procedure/run-sheet';
import type { Reading } from '@/core/steps/reading';
import { newReading } from '@/core/steps/reading';
import { TYPED } from '@/core/steps/typed';
import { BatteryLine } from '@/ui/battery-line';
import { useKeys } from '@/ui/keys';
import { DidNotCome } from '@/ui/later';
import { Link } from '@/ui/link';
import { Moment } from '@/ui/moment';
import { StoreNotice } from '@/ui/outbox/store-notice';
import { useSecondEnterHeld } from '@/ui/second-enter';
import { serverNow } from '@/ui/server-clock';
import { useTechnicianName } from '@/ui/site';
import { useNow } from '@/ui/use-now';
import { laterLedger } from './later-ledger';
import { LATER_PARTS } from './later-parts';
import { useLoadAhead } from './later-stages';
import type { Attached } from './live/server-link';
import { LinkProvider, useLink, useServerLink } from './live/use-live';
import { RunSheet } from './run-sheet';
import { type Draft, Stage } from './stage';
import { type Judge, type ToldAtOpening, useJudged, useLaterJudge } from './use-judged';
import { type Run, useRun } from './use-run';

// Its place is kept from the start: nothing moves once the instruments speak.
const InstrumentStrip = dynamic(LATER_PARTS.instrumentStrip, {
  loading: () => <div className="mb-1 min-h-12" />,
});

// The server has written it already: what was told stands there before it can be opened. It is left alone while the clock ticks.
const Ledger = memo(
  dynamic(laterLedger, {
    loading: () => <aside aria-label="Ledger" className="min-w-0 lg:border-l lg:pl-4" />,
  }),
);

/** What do I do next with this battery, and what do its readings mean so far? */
export function BenchScreen({
  view,
  told,
  nowMs,
  instruments,
}: BenchView & {
  readonly nowMs: number;
  /** Whether this bench has instruments that speak. */
  readonly instruments: boolean;
}) {
  const run = useRun(view);
  const { battery } = run.view;
  const spec = useMemo(() => specOf(battery), [battery]);
  const [opening] = useState(() => told && { told, of: view });
  if (!spec || !opening)
    return (
      <p className="p-6">This battery is recorded, but never graded: the rules are for lead-acid only.</p>
    );
  return <LiveBench run={run} spec={spec} startMs={nowMs} instruments={instruments} opening={opening} />;
}

/** The Bench with whatever instruments are there; simulated ones are given a battery that fits what was read so far. */
function LiveBench({
  instruments,
  ...bench
}: Omit<BenchProps, 'judge' | 'speaks'> & {
  readonly instruments: boolean;
  readonly opening: ToldAtOpening;
}) {
  const { run, spec, opening } = bench;
  const { view } = run;
  const open = view.run.finishedAtMs === null;
  const judge = useLaterJudge();
  // What hangs on the instruments stays the same while the run goes on.
  const [attached] = useState(
    (): Attached => async () => {
      const { likelyLine } = await import('@/core/instruments/likely-battery');
      return likelyLine(spec, view.battery.tag, opening.told.assessment.estimates);
    },
  );
  const speaks = instruments && open;
  const link = useServerLink(speaks, view.run.id, attached);
  return (
    <LinkProvider link={link}>
      <Bench {...bench} judge={judge} speaks={speaks} />
    </LinkProvider>
  );
}

interface BenchProps {
  readonly judge: Judge;
  /** What was told of the run before the judgement was here. */
  readonly opening?: ToldAtOpening | null;
  /** Whether there are instruments, though nothing may have been heard of them yet. */
  readonly speaks?: boolean;
  /** Another time than the wall’s, where the bench is simulated. */
  readonly clock?: () => number;
  /** What stands over the bench; its battery and its run where nothing else is given. */
  readonly head?: React.ReactNode;
  readonly run: Run;
  readonly spec: BatterySpec;
  readonly startMs: number;
}

/** The Bench of a run: a step at a time, beside what it has come to. */
export function Bench({ head, opening = null, speaks = false, ...bench }: BenchProps) {
  useLoadAhead();
  const isNew = useSecondEnterHeld();
  const hasInstruments = useLink() !== null || speaks;
  const { run, spec, judge } = bench;
  const judged = useJudged(judge, spec, run, opening);
  return (
    <main className="mx-auto max-w-[1500px] px-4 pb-6 xl:pb-0" data-opening={isNew || undefined}>
      {head ?? <BenchHead run={run} />}
      <StoreNotice run={run} />
      {hasInstruments && <InstrumentStrip />}
      {judged ? <JudgedBench {...bench} judged={judged} /> : <NotJudged judge={judge} />}
    </main>
  );
}

/** Something was captured, or the label put right, before the judgement was here: what comes next nobody knows for a moment. */
function NotJudged({ judge }: { readonly judge: Judge }) {
  return (
    <section aria-label="Stage" className="grid min-h-[calc(100dvh-13rem)] content-start gap-2">
      <h1 className="text-2xl font-bold">{judge === 'missing' ? 'Not worked out' : 'Working it out'}</h1>
      {judge === 'missing' ? (
        <DidNotCome />
      ) : (
        <p role="status" className="text-soft">
          What it comes to, and what is next, stands here as soon as the rest of the Bench has come.
        </p>
      )}
    </section>
  );
}

/** The clocks of a bench move on so often, ms; those of a simulated one more often, since its time may run faster. */
const TICK_MS = 1000;
const SIMULATED_TICK_MS = 250;

function JudgedBench({
  run,
  spec,
  startMs,
  clock,
  judge,
  judged,
}: Omit<BenchProps, 'head' | 'opening' | 'speaks'> & { readonly judged: JudgedRun }) {
  const tickedMs = useNow(startMs, clock ? SIMULATED_TICK_MS : TICK_MS, clock);
  const [chosen, setChosen] = useState<StepId | null>(null);
  const [turn, setTurn] = useState(0);
  const { view, readings } = run;
  // A run is judged by the version that it began under, for ever: what comes anew with each look at the run changes nothing.
  const [rules] = useState(view.rules);
  // Between two ticks of the clock things are captured: a wait that is over with what was just told is not shown for a second more.
  const nowMs = readings.reduce((latest, { takenAtMs }) => Math.max(latest, takenAtMs), tickedMs);
  // The clock ticks every second; what the readings come to changes only with a reading.
  const state = { ...judged, sheet: sheetAt(judged, rules, nowMs) };
  const override = useMemo(() => overrideOf(judged.current, judged.assessment), [judged]);
  const finished = view.run.finishedAtMs !== null;
  const home: StepId = finished ? 'verdict' : state.nextStep;
  const step = stepAt(state.sheet, chosen ?? home);
  useStepKeys(state.sheet, step.id, (next) => choose(next));
  const [typed, setTyped] = useState<Draft | null>(null);
  const asTyped = useAsTyped(judge, typed, run, spec);
  const kept = finished ? keptJudgement(view) : null;
  // A finished run is shown as it was judged; what today's core would say stands beside its verdict.
  const told = asTyped ?? (kept ? { ...judged, ...kept } : judged);
  const choose = (next: StepId) => {
    setTyped(null);
    setChosen(next);
  };
  const goOn = () => {
    setTyped(null);
    setChosen(null);
    setTurn(turn + 1);
  };
  return (
    <div className="grid gap-x-5 gap-y-4 lg:grid-cols-[minmax(0,1fr)_19rem] xl:grid-cols-[15rem_minmax(0,1fr)_20rem]">
      <RunSheet sheet={state.sheet} shown={step.id} nowMs={nowMs} onChoose={choose} />
      <Stage
        key={`${step.id} ${turn} ${finished}`}
        run={run}
        spec={spec}
        state={state}
        nowMs={nowMs}
        step={step}
        finished={finished}
        asTyped={asTyped?.assessment ?? null}
        onCaptured={goOn}
        onDraft={setTyped}
        onGoTo={setChosen}
      />
      <Ledger
        evidence={told.evidence}
        assessment={told.assessment}
        rules={rules}
        nextStep={finished ? null : told.nextStep}
        openTests={told.openTests}
        possible={told.possible}
        asTyped={asTyped !== null}
        withheld={run.practice === true}
        override={override}
      />
    </div>
  );
}

/** What the readings would come to with what is being typed; the keystroke comes first, this as soon as there is time. */
function useAsTyped(judge: Judge, typed: Draft | null, run: Run, spec: BatterySpec): JudgedRun | null {
  const draft = useDeferredValue(typed);
  const { rules } = run.view;
  return useMemo(
    () => (draft && typeof judge === 'function' ? judge(spec, withDraft(run.readings, draft), rules) : null),
    [judge, spec, run.readings, draft, rules],
  );
}

/** What a finished run was judged by and came to. */
function keptJudgement({ run, assessments }: RunView) {
  const kept = assessments.find(({ id }) => id === run.assessmentId);
  return kept ? { evidence: kept.evidence, assessment: kept.assessment } : null;
}

/** The readings with what is being typed among them, as if it had been captured now. */
function withDraft(readings: readonly Reading[], draft: Draft): Reading[] {
  const last = readings.at(-1);
  const { kind, data, forced, supersedes } = draft;
  return [
    ...readings,
    newReading(kind, data, {
      id: 'ffffffff-ffff-7fff-bfff-ffffffffffff',
      runId: last?.runId ?? '',
      forced,
      supersedes,
      takenAtMs: Math.max(serverNow(), last?.takenAtMs ?? 0),
      instrument: TYPED,
      technicianId: last?.technicianId ?? '',
    }),
  ];
}

/** The step of the sheet with this id; a step that has left the sheet meanwhile gives way to the last one. */
function stepAt(sheet: readonly SheetStep[], id: StepId): SheetStep {
  const step = sheet.find((candidate) => candidate.id === id) ?? sheet.at(-1);
  if (!step) throw new Error('a run sheet always ends with the verdict');
  return step;
}

function BenchHead({ run }: { readonly run: Run }) {
  const nameOf = useTechnicianName();
  const { battery, run: record } = run.view;
  return (
    <div className="mb-3 flex flex-wrap items-baseline gap-x-4 border-b py-2 max-sm:mb-1 max-sm:flex-nowrap max-sm:py-1">
      <Link
        href={`/batteries/${battery.id}`}
        className="figures text-2xl font-bold break-all hover:underline max-sm:text-lg max-sm:whitespace-nowrap"
      >
        {battery.tag}
      </Link>
      <div className="min-w-0 grow break-words max-sm:truncate max-sm:text-sm max-sm:*:truncate">
        <BatteryLine battery={battery} />
      </div>
      <p className="text-sm text-soft max-sm:hidden">
        run of <Moment atMs={record.startedAtMs} />, {nameOf(record.startedById)}
      </p>
    </div>
  );
}

/** `[` and `]` walk along the run sheet. */
function useStepKeys(sheet: readonly SheetStep[], shown: StepId, choose: (step: StepId) => void): void {
  const walk = (by: number) => {
    const target = sheet[sheet.findIndex(({ id }) => id === shown) + by];
    if (target) choose(target.id);
  };
  useKeys([
    { key: '[', label: 'The step before', act: () => walk(-1) },
    { key: ']', label: 'The step after', act: () => walk(1) },
  ]);
}
