'use client';

import { CHECK_FINDING_WORDS } from '@/core/circuit/check-finding';
import type { CheckState } from '@/core/circuit/check-of-readings';
import type { ProposedProbe } from '@/core/circuit/next-probe';
import { CHECK_CAUTIONS } from '@/core/vehicle/check-cautions';
import {
  type CheckName,
  checkFacts,
  ENGINE_STATE_WORDS,
  isMeasured,
  LOAD_STATE_WORDS,
} from '@/core/vehicle/check-reading';
import { type Segment, segmentLabel } from '@/core/vehicle/path';
import { CautionText } from '@/ui/caution';
import { useWords } from '@/ui/site';
import { CircuitDrawing } from './circuit-drawing';
import { KeptFromStarting } from './kept-from-starting';
import { LookedEntry } from './looked-entry';
import { MeasuredEntry } from './measured-entry';
import type { Check } from './use-check';
import { WaitClock } from './wait-clock';

interface Props {
  readonly check: Check;
  readonly state: CheckState;
  readonly name: CheckName;
  readonly segment: Segment | null;
  readonly probe: ProposedProbe | null;
  readonly onSegment: (segment: Segment) => void;
  /** Something is being typed: the stage stays, whatever another tab captures meanwhile. */
  readonly onTyping: () => void;
  /** It was captured: what comes next is up to whoever shows it. */
  readonly onCaptured: () => void;
}

/** One reading: what to do, what can hurt, the value, and what it says once it stands. */
export function ReadingStage({ check, state, name, segment, probe, onSegment, onTyping, onCaptured }: Props) {
  const { label, task, caution, engine, loads } = checkFacts(name);
  const words = useWords();
  const cautionText = CHECK_CAUTIONS[caution];
  const own = state.assessment.findings.filter(
    (finding) => finding.of === name && (name !== 'drop_v' || finding.segment === segment),
  );
  const said = own.length > 0 && (
    <ul aria-label="What it says" className="grid gap-1">
      {own.map((finding) => (
        <li
          key={finding.code}
          className={
            finding.severity === 'fault' ? 'text-retire' : finding.severity === 'caution' ? 'text-warn' : ''
          }
        >
          {words(CHECK_FINDING_WORDS[finding.code])}
        </li>
      ))}
    </ul>
  );
  const drawing = name === 'drop_v' && (
    <CircuitDrawing
      results={state.assessment.segments}
      chosen={segment}
      next={state.assessment.next.find(({ of }) => of === 'drop_v')?.segment ?? null}
      onChoose={onSegment}
    />
  );
  return (
    <section aria-label="Stage" className="flex min-h-full flex-col gap-4">
      <header className="grid gap-1">
        <h1 className="text-2xl font-semibold">
          {name === 'drop_v' && segment ? segmentLabel(segment) : label}
        </h1>
        <p className="text-lg">{words(task)}</p>
        {name !== 'drop_v' && (
          <p className="text-soft">
            {engine.map((one) => ENGINE_STATE_WORDS[one]).join(' or ')},{' '}
            {loads.map((one) => LOAD_STATE_WORDS[one]).join(' or ')}
          </p>
        )}
        {probe && <p className="text-sm text-harbour">{probe.reason}</p>}
      </header>
      {cautionText && <CautionText text={cautionText} place={`${check.view.run.id} ${caution}`} />}
      <WaitClock key={`wait ${name}`} runId={check.view.run.id} name={name} />
      {caution === 'kept_from_starting' && <KeptFromStarting check={check} state={state} />}
      {!isMeasured(name) && said}
      {drawing && segment === null ? (
        <>
          <p className="text-lg font-semibold">Choose a side, or a piece of it.</p>
          {drawing}
        </>
      ) : isMeasured(name) ? (
        <MeasuredEntry
          key={`${name} ${segment}`}
          check={check}
          state={state}
          name={name}
          segment={segment}
          onTyping={onTyping}
          onCaptured={onCaptured}
        >
          {said}
          {drawing}
        </MeasuredEntry>
      ) : (
        <LookedEntry key={name} check={check} state={state} name={name} onCaptured={onCaptured} />
      )}
    </section>
  );
}
