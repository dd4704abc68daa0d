'use client';

import dynamic from 'next/dynamic';
import { useEffect, useRef, useState } from 'react';
import type { Assessment } from '@/core/assessment/assess';
import type { StepId } from '@/core/assessment/step-id';
import type { SheetStep } from '@/core/procedure/run-sheet';
import type { Reading, ReadingData, ReadingKind } from '@/core/steps/reading';
import { STEPS } from '@/core/steps/registry';
import { Button } from '@/ui/button';
import { Caution } from '@/ui/caution';
import { clockText } from '@/ui/countdown';
import { useKeys } from '@/ui/keys';
import type { CaptureOptions } from '@/ui/outbox/use-stored-run';
import { useSecondEnterHeld } from '@/ui/second-enter';
import { useWords } from '@/ui/site';
import { useTone } from '@/ui/tones';
import { LATER_PARTS } from './later-parts';
import { LATER_STAGES } from './later-stages';
import { StageMargins } from './stage-margins';
import { type Chosen, correctionIn, NOTHING_CHOSEN, stageShows } from './stage-shows';
import { IdentifyStage } from './stages/identify-stage';
import { OpenCircuitStage } from './stages/open-circuit-stage';
import type { Capture, StageProps } from './stages/stage-props';
import { DraftPlace } from './typed-draft';

type Base = Omit<StageProps, 'capture' | 'correcting' | 'onTyping'>;

interface Props extends Base {
  readonly step: SheetStep;
  readonly finished: boolean;
  /** What the readings come to with the value that is being typed; null while none is. */
  readonly asTyped: Assessment | null;
  /** Called once something was captured: the run goes on with its next step. */
  readonly onCaptured: () => void;
  /** Called with what is typed as it would be captured; null once it is incomplete again. */
  readonly onDraft: (draft: Draft | null) => void;
  readonly onGoTo: (step: StepId) => void;
}

/** What is being typed, as it would be captured. */
export type Draft = {
  [K in ReadingKind]: { readonly kind: K; readonly data: ReadingData<K> };
}[ReadingKind] &
  Required<Pick<CaptureOptions, 'forced'>> &
  Pick<CaptureOptions, 'supersedes'>;

const STAGES: Readonly<Record<StepId, React.ComponentType<StageProps>>> = {
  identify: IdentifyStage,
  complaint: dynamic(LATER_STAGES.complaint),
  vehicle: dynamic(LATER_STAGES.vehicle),
  crank: dynamic(LATER_STAGES.crank),
  discharge: dynamic(LATER_STAGES.discharge),
  stand: dynamic(LATER_STAGES.stand),
  inspect: dynamic(LATER_STAGES.inspect),
  clean: dynamic(LATER_STAGES.clean),
  top_up: dynamic(LATER_STAGES.top_up),
  settle: dynamic(LATER_STAGES.settle),
  open_circuit: OpenCircuitStage,
  hydrometer: dynamic(LATER_STAGES.hydrometer),
  conductance: dynamic(LATER_STAGES.conductance),
  three_minute: dynamic(LATER_STAGES.three_minute),
  charge: dynamic(LATER_STAGES.charge),
  load: dynamic(LATER_STAGES.load),
  recovery: dynamic(LATER_STAGES.recovery),
  verdict: dynamic(LATER_STAGES.verdict),
};

// The step is gone to at once, whatever is still on its way.
const DoneStep = dynamic(LATER_PARTS.doneStep, { loading: () => null });
const TypedMargins = dynamic(LATER_PARTS.typedMargins);

/** Steps whose reading is drawn against its limit; the others have a picture of their own. */
const DRAWN_BY_MARGIN: ReadonlySet<StepId> = new Set([
  'vehicle',
  'conductance',
  'recovery',
  'crank',
  'three_minute',
  'stand',
]);

/** One step at a time: what to do, the caution that belongs to it, and the place to capture. */
export function Stage({ step, finished, asTyped, onCaptured, onDraft, onGoTo, ...base }: Props) {
  const { id, gate, reading, earlier, next } = step;
  const { run, nowMs, state } = base;
  const frame = useRef<HTMLElement>(null);
  const words = useWords();
  // The Enter that captured one step decides nothing in the next.
  const opening = useSecondEnterHeld();
  const [chosen, setChosen] = useState(NOTHING_CHOSEN);
  const correction = correctionIn(chosen);
  const shows = stageShows(step, chosen, finished);
  const passesGate = chosen.forced && !gate.open;
  const mayForce = shows === 'barred' && !gate.open && gate.forceable && !finished;
  const force = () => setChosen({ ...chosen, forced: true });
  const enter = (entry: Chosen['entry']) => setChosen({ ...chosen, entry });
  useKeys([{ key: 'f', label: 'Force the step although it is barred', act: force, off: !mayForce }]);
  useTone('over', gate.open || gate.opensAtMs === null);
  useStageFocus(frame, `${shows} ${chosen.entry === 'again'} ${correction?.reading.id}`);
  useFreshScroll(`${id} ${shows} ${state.current.last.charge_start?.id}`);

  const supersedes = correction ? { supersedes: correction } : {};
  const capture: Capture = (kind, data, instrument = null, stoodBy = false) => {
    const by = instrument === null ? {} : { instrument };
    const problems = run.capture(kind, data, { forced: stoodBy || passesGate, ...by, ...supersedes });
    if (problems.length === 0) onCaptured();
    return problems;
  };
  const tryOut: Capture = (kind, data, _instrument, stoodBy = false) => {
    // The signature holds a kind and its data together, which the compiler cannot follow into the union.
    onDraft({ kind, data, forced: stoodBy || passesGate, ...supersedes } as Draft);
    return [];
  };
  const withdraw = (withdrawn: Reading, reason: string) => {
    if (run.capture('withdrawal', {}, { supersedes: { reading: withdrawn, reason } }).length === 0)
      onCaptured();
  };

  const hold: StageProps['onTyping'] = (tried = null) => {
    onDraft(null);
    tried?.(tryOut);
    if (!next || chosen.entry === 'again') return;
    enter('again');
    onGoTo(id);
  };

  const Content = STAGES[id];
  return (
    <section
      ref={frame}
      aria-label="Stage"
      data-opening={opening || undefined}
      className="flex min-h-[calc(100dvh-13rem)] min-w-0 flex-col gap-3 xl:min-h-[calc(100dvh-7.5rem)]"
    >
      <div>
        <h1 className="text-2xl font-bold">{STEPS[id].label}</h1>
        <p className="text-soft">{words(STEPS[id].task)}</p>
      </div>
      <Caution step={id} runId={run.view.run.id} />
      {passesGate && shows !== 'done' && (
        <p className="rounded-md border border-warn bg-warn-wash px-4 py-2 text-warn">
          Forced although barred ({words(gate.reason)}). The result is indicative and does not count toward
          retiring the battery.
        </p>
      )}
      {shows === 'done' && reading ? (
        <DoneStep
          reading={reading}
          earlier={earlier}
          readOnly={finished}
          onAgain={() => enter('again')}
          onCorrect={(wrong, reason) => enter({ reading: wrong, reason })}
          onWithdraw={withdraw}
        />
      ) : shows === 'barred' && !gate.open ? (
        <Barred
          reason={words(gate.reason)}
          opensInMs={gate.opensAtMs === null ? null : gate.opensAtMs - nowMs}
          mayForce={mayForce}
          onForce={force}
          goTo={state.nextStep === id ? null : state.nextStep}
          onGoTo={onGoTo}
        />
      ) : shows === 'left_out' ? (
        <p className="text-lg text-soft">This step was not done in this run.</p>
      ) : (
        <StageMargins
          value={asTyped && DRAWN_BY_MARGIN.has(id) && <TypedMargins step={id} assessment={asTyped} />}
        >
          <DraftPlace value={`${run.view.run.id} ${id} ${correction?.reading.id ?? ''}`}>
            <Content {...base} capture={capture} correcting={correction?.reading ?? null} onTyping={hold} />
          </DraftPlace>
        </StageMargins>
      )}
    </section>
  );
}

interface BarredProps {
  readonly reason: string;
  readonly opensInMs: number | null;
  readonly mayForce: boolean;
  readonly onForce: () => void;
  readonly goTo: StepId | null;
  readonly onGoTo: (step: StepId) => void;
}

function Barred({ reason, opensInMs, mayForce, onForce, goTo, onGoTo }: BarredProps) {
  return (
    <div className="grid gap-5">
      <div className="sheet grid gap-1 p-6">
        <p className="heading">{opensInMs === null ? 'Barred' : 'Waiting'}</p>
        <p className="text-3xl font-semibold">{reason.charAt(0).toUpperCase() + reason.slice(1)}</p>
        {opensInMs !== null && (
          <p role="timer" aria-live="off" className="figures text-7xl font-semibold" suppressHydrationWarning>
            {clockText(opensInMs)}
          </p>
        )}
      </div>
      <div className="flex flex-wrap gap-3">
        {goTo && (
          <Button tone="main" large data-first onClick={() => onGoTo(goTo)}>
            Go to: {STEPS[goTo].label}
          </Button>
        )}
        {mayForce && (
          <Button tone="warn" large shortcut="F" onClick={onForce}>
            Force it
          </Button>
        )}
      </div>
      {mayForce && <p className="text-soft">A forced result is indicative: it never retires a battery.</p>}
    </div>
  );
}

/** What comes next begins at its top, however far down the one before was scrolled. */
function useFreshScroll(what: string): void {
  useEffect(() => {
    if (what !== '') window.scrollTo({ top: 0 });
  }, [what]);
}

/** Puts the focus where the stage begins, whenever what it shows changes. */
function useStageFocus(frame: React.RefObject<HTMLElement | null>, shows: string): void {
  useEffect(() => {
    if (shows !== '')
      frame.current?.querySelector<HTMLElement>('[data-first]')?.focus({ preventScroll: true });
  }, [frame, shows]);
}
