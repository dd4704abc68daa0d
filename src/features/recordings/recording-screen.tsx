'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useState } from 'react';
import type { RecordingLine, RecordingView } from '@/core/exchange/recording-views';
import type { Problem } from '@/core/quantity/result';
import type { Marks } from '@/core/recording/marks';
import { meaningOf } from '@/core/recording/meaning';
import type { Span } from '@/core/recording/recording';
import { ActButton } from '@/ui/act-button';
import { problemsOf, send } from '@/ui/api';
import { Button, buttonClass } from '@/ui/button';
import { Link } from '@/ui/link';
import { Moment } from '@/ui/moment';
import { Problems } from '@/ui/problems';
import { Select } from '@/ui/select';
import { useTechnicianName } from '@/ui/site';
import type { ExaminedThere } from '@/workers/recording.messages';
import type { RecordingDesk } from '@/workers/recording-desk';
import { changeRecording } from './change-recording';
import { FeaturesPanel } from './features-panel';
import { Happenings } from './happenings';
import { keptFound } from './kept-found';
import { MeaningList } from './meaning-list';
import { around, ProblemsOf } from './new-recording-screen';
import { StartsTable } from './starts-table';
import { TakeOver } from './take-over';
import { TraceView } from './trace-view';
import type { Overlay } from './use-drawn';
import { useMovedMarks } from './use-moved-marks';
import { useDesk } from './use-reading';

/** A recording of a vehicle: looked at, put right by hand, laid over another, and taken over into its check. */
export function RecordingScreen({
  view,
  besideId,
}: {
  readonly view: RecordingView;
  readonly besideId: string | null;
}) {
  const { recording, vehicle, others } = view;
  const router = useRouter();
  const desk = useDesk();
  const { examined, problems, move, reset, isMoved, isUnsaved, save } = useKept(desk, recording);
  const overlay = useOverlay(examined, others.find(({ id }) => id === besideId) ?? null);
  const [shown, setShown] = useState<Span | null>(null);
  const [wrong, setWrong] = useState<readonly Problem[]>([]);
  const takeBack = async () => {
    const reply = await send(
      '/api/recordings',
      { id: recording.id, seenRevision: recording.revision },
      { method: 'DELETE' },
    );
    const all = problemsOf(reply);
    setWrong(all);
    if (all.length === 0) router.push(`/vehicles/${vehicle.id}`);
  };
  return (
    <main className="mx-auto grid max-w-[96rem] gap-5 px-4 py-5">
      <Head view={view} onTakeBack={() => void takeBack()} />
      <Problems problems={[...problems, ...wrong]} />
      {!examined ? (
        problems.length === 0 && <p role="status">Unpacking the recording …</p>
      ) : (
        <div className="grid gap-5 xl:grid-cols-[minmax(0,1fr)_24rem]">
          <div className="grid min-w-0 content-start gap-5">
            <ProblemsOf problems={recording.found.problems} />
            <Beside others={others} chosen={besideId} id={recording.id} />
            <TraceView
              desk={desk}
              examined={examined}
              onMarks={(marks) => void move(marks)}
              overlay={overlay}
              label={recording.name}
              shown={shown}
            />
            {isMoved && (
              <div className="flex flex-wrap items-center gap-3">
                <p className="text-warn">Moved by hand. What was found by itself is kept beside it.</p>
                {isUnsaved && (
                  <ActButton act="work" tone="main" onClick={() => void save()}>
                    Keep it as moved
                  </ActButton>
                )}
                <Button onClick={() => void reset()}>As it was found</Button>
              </div>
            )}
            {view.openCheckId && (
              <TakeOver checkId={view.openCheckId} recording={recording} examined={examined} />
            )}
            <Happenings examined={examined} onShow={(span) => setShown(around(span))} />
            <Earlier recording={recording} others={others} />
          </div>
          <div className="grid content-start gap-5">
            <MeaningList
              meanings={meaningOf(
                examined,
                { ...view, usualAmps: vehicle.usualAmps, temperatureC: recording.temperatureC },
                vehicle.isDiesel,
              )}
            />
            <FeaturesPanel
              features={examined.features}
              found={isMoved ? recording.found.values : null}
              onShow={(span) => setShown(around(span))}
            />
          </div>
        </div>
      )}
    </main>
  );
}

/** What it is, of which vehicle, and what can be done with it as a whole. */
function Head({
  view: { recording, vehicle },
  onTakeBack,
}: {
  readonly view: RecordingView;
  readonly onTakeBack: () => void;
}) {
  const nameOf = useTechnicianName();
  return (
    <header className="flex flex-wrap items-end gap-x-6 gap-y-2">
      <div className="mr-auto min-w-0">
        <h1 className="text-2xl font-bold break-words">{recording.name}</h1>
        <p className="text-soft">
          <Link href={`/vehicles/${vehicle.id}`} className="underline underline-offset-4">
            {vehicle.name}
          </Link>{' '}
          · <Moment atMs={recording.takenAtMs} /> · {recording.samples.toLocaleString('en')} samples,{' '}
          {recording.seconds.toFixed(1)} s · {nameOf(recording.addedById)}
        </p>
      </div>
      <a href={`/api/recordings/${recording.id}/csv`} download className={buttonClass('quiet')}>
        CSV
      </a>
      {recording.checkId && (
        <Link href={`/checks/${recording.checkId}`} className={buttonClass('plain')}>
          Its check
        </Link>
      )}
      <ActButton act="work" tone="quiet" onClick={onTakeBack}>
        Take it back
      </ActButton>
    </header>
  );
}

/** Unpacks the samples of a recording into a desk; answers what is wrong. */
async function unpackInto(desk: RecordingDesk, { id, cylinders, moved }: RecordingLine, marks: Marks | null) {
  const response = await fetch(`/api/recordings/${id}/samples`).catch(() => null);
  if (!response?.ok) return { ok: false as const, problems: [NO_SAMPLES] };
  const bytes = await response.arrayBuffer();
  return desk.ask('unpack', { bytes, cylinders, marks: marks ?? moved?.marks ?? null });
}

const NO_SAMPLES: Problem = {
  field: 'recording',
  found: '',
  expected: '',
  message: 'The samples of this recording do not come. Load the page again.',
};

/** A kept recording on a desk, with what hands move of it. */
function useKept(desk: RecordingDesk, recording: RecordingLine) {
  const router = useRouter();
  const [examined, setExamined] = useState<ExaminedThere | null>(null);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [isUnsaved, setIsUnsaved] = useState(false);
  const [isMoved, setIsMoved] = useState(recording.moved !== null);
  const { id, name, temperatureC, cylinders, revision } = recording;
  // biome-ignore lint/correctness/useExhaustiveDependencies: unpacked once; what changes later is moved there.
  useEffect(() => {
    let isOver = false;
    void unpackInto(desk, recording, null).then((answer) => {
      if (isOver) return;
      if (answer.ok) setExamined(answer.value);
      else setProblems(answer.problems);
    });
    return () => {
      isOver = true;
    };
  }, [desk, id]);
  const show = useCallback(
    (change: (now: ExaminedThere) => ExaminedThere) => setExamined((now) => now && change(now)),
    [],
  );
  const moveMarks = useMovedMarks(desk, cylinders, show);
  const move = async (marks: Marks) => {
    setIsMoved(true);
    setIsUnsaved(true);
    setProblems(await moveMarks(marks));
  };
  const change = { id, name, temperatureC, cylinders, seenRevision: revision };
  const save = async () => {
    if (!examined) return;
    const wrong = await changeRecording({ ...change, moved: keptFound(examined) });
    setProblems(wrong);
    if (wrong.length > 0) return;
    setIsUnsaved(false);
    router.refresh();
  };
  const reset = async () => {
    const answer = await desk.ask('marks', { marks: recording.found.marks, cylinders });
    if (answer.ok) setExamined(answer.value);
    const wrong = recording.moved === null ? [] : await changeRecording({ ...change, moved: null });
    setProblems(wrong);
    setIsMoved(false);
    setIsUnsaved(false);
    router.refresh();
  };
  return { examined, problems, move, reset, save, isMoved, isUnsaved };
}

/** Another recording laid over this one, cranked at the same moment. */
function useOverlay(examined: ExaminedThere | null, other: RecordingLine | null): Overlay | null {
  const desk = useDesk();
  const [there, setThere] = useState<{ readonly id: string; readonly examined: ExaminedThere } | null>(null);
  useEffect(() => {
    if (!other) return setThere(null);
    let isOver = false;
    void unpackInto(desk, other, null).then((answer) => {
      if (!isOver && answer.ok) setThere({ id: other.id, examined: answer.value });
    });
    return () => {
      isOver = true;
    };
  }, [desk, other]);
  if (!examined || !other || there?.id !== other.id) return null;
  const shiftS =
    (examined.marks.onsetS ?? examined.span.fromS) -
    (there.examined.marks.onsetS ?? there.examined.span.fromS);
  return { desk, name: other.name, shiftS };
}

function Beside({
  others,
  chosen,
  id,
}: {
  readonly others: readonly RecordingLine[];
  readonly chosen: string | null;
  readonly id: string;
}) {
  const router = useRouter();
  if (others.length === 0) return null;
  const options = [
    { value: '', label: 'nothing' },
    ...others.map((other) => ({ value: other.id, label: other.name })),
  ];
  return (
    <div className="no-print w-80 max-w-full">
      <Select
        label="Laid over it"
        value={chosen ?? ''}
        options={options}
        onChoose={(beside) =>
          router.replace(beside === '' ? `/recordings/${id}` : `/recordings/${id}?beside=${beside}`, {
            scroll: false,
          })
        }
      />
    </div>
  );
}

/** This vehicle's own earlier starts: what has drifted at equal temperature. */
function Earlier({
  recording,
  others,
}: {
  readonly recording: RecordingLine;
  readonly others: readonly RecordingLine[];
}) {
  if (others.length === 0) return null;
  return (
    <section aria-label="Its other starts" className="grid gap-2">
      <h2 className="heading">Its other starts</h2>
      <StartsTable recordings={[recording, ...others]} currentId={recording.id} />
    </section>
  );
}
