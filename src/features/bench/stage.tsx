'use client';

import dynamic from 'next/dynamic';
import { useEffect, useRef, useState } from 'react';
import type { Assessment } from '@/core/assessment/assess';
import type { StepId } from '@/core/assessment/step-id';
import type { SheetStep } from '@/core/procedure/run-sheet';
import type { Reading, ReadingKind } from '@/core/steps/reading';
import { STEPS } from '@/core/steps/registry';
import { Button } from '@/ui/button';
import { Caution } from '@/ui/caution';
import { clockText } from '@/ui/countdown';
import { useLetterKey } from '@/ui/letter-key';
import { useSecondEnterHeld } from '@/ui/second-enter';
import { DoneStep } from './done-step';
import { LATER_PARTS } from './later-parts';
import { LATER_STAGES } from './later-stages';
import { StageMargins } from './stage-margins';
import { IdentifyStage } from './stages/identify-stage';
import { OpenCircuitStage } from './stages/open-circuit-stage';
import type { StageProps } from './stages/stage-props';
import type { CaptureOptions } from './use-run';

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
export interface Draft extends Pick<Reading, 'forced' | 'supersedesId'> {
  readonly kind: ReadingKind;
  readonly data: Reading['data'];
}

interface Correction {
  readonly reading: Reading;
  readonly reason: string;
}

const STAGES: Readonly<Record<StepId, React.ComponentType<StageProps>>> = {
  identify: IdentifyStage,
  complaint: dynamic(LATER_STAGES.complaint),
  vehicle: dynamic(LATER_STAGES.vehicle),
  crank: dynamic(LATER_STAGES.crank),
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
  // The Enter that captured one step decides nothing in the next.
  const opening = useSecondEnterHeld();
  const [forced, setForced] = useState(false);
  const [again, setAgain] = useState(false);
  const [correction, setCorrection] = useState<Correction | null>(null);
  const showsDone =
    id !== 'verdict' &&
    reading !== undefined &&
    (reading.kind !== 'charge_start' || finished) &&
    ((!next && !again && !correction) || finished);
  const barred = !showsDone && !gate.open && !forced && !correction && id !== 'verdict';
  const mayForce = barred && gate.forceable && !finished;
  useLetterKey('f', () => setForced(true), { off: !mayForce });
  useStageFocus(frame, `${showsDone} ${barred} ${again} ${correction?.reading.id}`);

  const tryingOut = useRef(false);
  const capture: StageProps['capture'] = (kind, data, instrument = null, stoodBy = false) => {
    const isForced = stoodBy || (forced && !gate.open);
    if (tryingOut.current) {
      onDraft({ kind, data, forced: isForced, supersedesId: correction?.reading.id ?? null } as Draft);
      return [];
    }
    const options: CaptureOptions = {
      forced: isForced,
      ...(instrument === null ? {} : { instrument }),
      ...(correction ? { supersedes: correction } : {}),
    };
    const problems = run.capture(kind, data, options);
    if (problems.length === 0) onCaptured();
    return problems;
  };
  const withdraw = (withdrawn: Reading, reason: string) => {
    if (run.capture('withdrawal', {}, { supersedes: { reading: withdrawn, reason } }).length === 0)
      onCaptured();
  };

  const hold = (tryOut: (() => void) | null = null) => {
    tryingOut.current = true;
    onDraft(null);
    tryOut?.();
    tryingOut.current = false;
    if (!next || again) return;
    setAgain(true);
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
        <p className="text-soft">{STEPS[id].task}</p>
      </div>
      <Caution step={id} runId={run.view.run.id} />
      {forced && !gate.open && !showsDone && (
        <p className="rounded-md border border-warn bg-warn-wash px-4 py-2 text-warn">
          Forced although barred ({gate.reason}). The result is indicative and does not count toward retiring
          the battery.
        </p>
      )}
      {showsDone && reading ? (
        <DoneStep
          reading={reading}
          earlier={earlier}
          readOnly={finished}
          onAgain={() => setAgain(true)}
          onCorrect={(wrong, reason) => setCorrection({ reading: wrong, reason })}
          onWithdraw={withdraw}
        />
      ) : barred && !gate.open ? (
        <Barred
          reason={gate.reason}
          opensInMs={gate.opensAtMs === null ? null : gate.opensAtMs - nowMs}
          mayForce={mayForce}
          onForce={() => setForced(true)}
          goTo={state.nextStep === id ? null : state.nextStep}
          onGoTo={onGoTo}
        />
      ) : finished && id !== 'verdict' ? (
        <p className="text-lg text-soft">This step was not done in this run.</p>
      ) : (
        <StageMargins
          value={asTyped && DRAWN_BY_MARGIN.has(id) && <TypedMargins step={id} assessment={asTyped} />}
        >
          <Content {...base} capture={capture} correcting={correction?.reading ?? null} onTyping={hold} />
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

/** Puts the focus where the stage begins, whenever what it shows changes. */
function useStageFocus(frame: React.RefObject<HTMLElement | null>, shows: string): void {
  useEffect(() => {
    if (shows !== '')
      frame.current?.querySelector<HTMLElement>('[data-first]')?.focus({ preventScroll: true });
  }, [frame, shows]);
}
