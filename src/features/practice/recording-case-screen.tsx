'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import {
  RECORDED_CAUSE_LABELS,
  RECORDED_CAUSES,
  type RecordedCause,
  type RecordingCase,
  type RecordingDebrief,
  recordingDebrief,
} from '@/core/practice/recording/recording-case';
import { meaningOf } from '@/core/recording/meaning';
import type { Span } from '@/core/recording/recording';
import { crankSpan } from '@/core/vehicle/engine';
import { Button } from '@/ui/button';
import { Choices } from '@/ui/choices';
import { useKeys } from '@/ui/keys';
import { useSite } from '@/ui/site';
import type { ExaminedThere } from '@/workers/recording.messages';
import { FeaturesPanel } from '../recordings/features-panel';
import { MeaningList } from '../recordings/meaning-list';
import { around } from '../recordings/new-recording-screen';
import { TraceView } from '../recordings/trace-view';
import { useMovedMarks } from '../recordings/use-moved-marks';
import { useDesk } from '../recordings/use-reading';
import { AnExercise, DebriefHead, DebriefKeys, WhatWasTrue } from './debrief-parts';
import { keepAttempt } from './progress';

const CHOICES = RECORDED_CAUSES.map((value) => ({ value, label: RECORDED_CAUSE_LABELS[value] }));
const MS_PER_MINUTE = 60_000;
const REGULATED = [13.5, 14.7] as const;

interface Props {
  readonly recordingCase: RecordingCase;
  readonly code: string;
}

/** A case that hands over a recording and nothing else: what is it? */
export function RecordingCaseScreen(props: Props) {
  const [turn, setTurn] = useState(0);
  return <Attempt key={turn} {...props} onAgain={() => setTurn(turn + 1)} />;
}

function Attempt({ recordingCase, code, onAgain }: Props & { readonly onAgain: () => void }) {
  const { technicianId } = useSite();
  const desk = useDesk();
  const begun = useRef(Date.now());
  const [examined, setExamined] = useState<ExaminedThere | null>(null);
  const [cause, setCause] = useState<RecordedCause | null>(null);
  const [result, setResult] = useState<RecordingDebrief | null>(null);
  const [shown, setShown] = useState<Span | null>(null);
  const { cylinders, temperatureC, title, story, level } = recordingCase;
  useEffect(() => {
    let isOver = false;
    void desk.ask('draw', { recordingCase }).then((answer) => {
      if (!isOver && answer.ok) setExamined(answer.value);
    });
    return () => {
      isOver = true;
    };
  }, [desk, recordingCase]);
  const show = useCallback(
    (change: (now: ExaminedThere) => ExaminedThere) => setExamined((now) => now && change(now)),
    [],
  );
  const move = useMovedMarks(desk, cylinders, show);
  const decide = () => {
    if (cause === null || result !== null) return;
    const told = recordingDebrief(recordingCase, cause);
    setResult(told);
    keepAttempt({
      code,
      title,
      level,
      score: told.score,
      right: told.right,
      atMs: Date.now(),
      technicianId,
      minutes: Math.round((Date.now() - begun.current) / MS_PER_MINUTE),
    });
  };
  useKeys([{ key: 'd', label: 'Say what it is', act: decide }]);
  const beside = {
    cablesMilliohms: null,
    temperatureC,
    regulated: REGULATED,
    usualAmps: crankSpan(cylinders === 6 ? 'petrol_six' : 'petrol_four', 12),
  };
  return (
    <main className="mx-auto grid max-w-[96rem] gap-5 px-4 py-5">
      {result ? (
        <div className="mx-auto grid w-full max-w-4xl gap-5">
          <DebriefHead
            title={title}
            code={code}
            headline={result.right ? 'That is what it was' : 'Not what was true'}
            score={result.score}
          />
          <WhatWasTrue lines={result.truth} />
          {examined && <MeaningList meanings={meaningOf(examined, beside, false)} />}
          <AnExercise />
          <DebriefKeys onAgain={onAgain} address={`/practice/recording?code=${encodeURIComponent(code)}`} />
        </div>
      ) : (
        <header>
          <h1 className="text-2xl font-bold">{title}</h1>
          <p>
            “{story}”{' '}
            <span className="text-soft">
              Petrol, {cylinders} cylinders, {temperatureC} °C. Only the recording is there.
            </span>
          </p>
        </header>
      )}
      {!examined ? (
        <p role="status">Recording it …</p>
      ) : (
        <div className="grid gap-5 xl:grid-cols-[minmax(0,1fr)_24rem]">
          <div className="grid min-w-0 content-start gap-5">
            <TraceView
              desk={desk}
              examined={examined}
              onMarks={(marks) => void move(marks)}
              label={title}
              shown={shown}
            />
            {result === null && <Decide cause={cause} onChoose={setCause} onDecide={decide} />}
          </div>
          <FeaturesPanel
            features={examined.features}
            found={null}
            onShow={(span) => setShown(around(span))}
          />
        </div>
      )}
    </main>
  );
}

/** What it may be, one to be chosen, and the key that shows what was true. */
function Decide({
  cause,
  onChoose,
  onDecide,
}: {
  readonly cause: RecordedCause | null;
  readonly onChoose: (cause: RecordedCause) => void;
  readonly onDecide: () => void;
}) {
  return (
    <section aria-label="Decide" className="sheet grid gap-4 p-4">
      <Choices legend="The trouble is" name="cause" choices={CHOICES} chosen={cause} onChoose={onChoose} />
      <div>
        <Button tone="main" large shortcut="D" disabled={cause === null} onClick={onDecide}>
          Show what was true
        </Button>
      </div>
    </section>
  );
}
