'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { uuidv7 } from 'uuidv7';
import type { VehicleToRecord } from '@/core/exchange/recording-views';
import type { Problem } from '@/core/quantity/result';
import { meaningOf } from '@/core/recording/meaning';
import { Button, buttonClass } from '@/ui/button';
import { Field, INPUT } from '@/ui/field';
import { Link } from '@/ui/link';
import { Problems } from '@/ui/problems';
import { useSite } from '@/ui/site';
import { typedNumber } from '@/ui/typed-number';
import type { ExaminedThere } from '@/workers/recording.messages';
import { FileDrop } from '../files/file-drop';
import { FeaturesPanel } from './features-panel';
import { Happenings } from './happenings';
import { keepRecording } from './keep-recording';
import { LayoutPreview } from './layout-preview';
import { MeaningList } from './meaning-list';
import { RecordLive } from './record-live';
import { TraceView } from './trace-view';
import { useBringing, useDesk } from './use-reading';

/** A recording is brought in: its file, how it is laid out, what is read off it, and then it is kept with its vehicle. */
export function NewRecordingScreen({
  of,
  instruments,
}: {
  readonly of: VehicleToRecord;
  /** Whether there are instruments here that speak. */
  readonly instruments: boolean;
}) {
  const desk = useDesk();
  const [cylinders, setCylinders] = useState(of.cylinders);
  const { state, problems, take, read, join, setLayout, stop, move } = useBringing(desk, cylinders);
  return (
    <main className="mx-auto grid max-w-[96rem] gap-5 px-4 py-5">
      <header className="flex flex-wrap items-end gap-x-6 gap-y-2">
        <div className="mr-auto">
          <h1 className="text-2xl font-bold">A recorded start</h1>
          <p className="text-soft">
            of{' '}
            <Link href={`/vehicles/${of.vehicleId}`} className="underline underline-offset-4">
              {of.vehicleName}
            </Link>
            : voltage at the posts, current around all leads of one of them, or either.
          </p>
        </div>
        <Field label="Cylinders" hint="Its speed is told by them.">
          {(control) => (
            <input
              {...control}
              className={`${INPUT} w-28`}
              inputMode="numeric"
              defaultValue={cylinders ?? ''}
              disabled={state.at === 'examined'}
              onChange={(event) => {
                const typed = typedNumber(event.target.value);
                setCylinders(
                  typeof typed === 'number' && Number.isInteger(typed) && typed >= 1 && typed <= 16
                    ? typed
                    : null,
                );
              }}
            />
          )}
        </Field>
      </header>
      {state.at !== 'examined' && (
        <FileDrop
          label="A recorder’s file"
          accept=".csv,.txt,.tsv,.log,text/*"
          busy={state.at === 'reading'}
          onFile={(file) => void take(file)}
        >
          Choose the recorder’s file, or drop it here
        </FileDrop>
      )}
      {instruments && state.at === 'nothing' && (
        <RecordLive place={`vehicle-${of.checkId ?? of.vehicleId}`} onTaken={(file) => void take(file)} />
      )}
      <Problems problems={problems} />
      {state.at === 'examined' && (
        <OtherChannel examined={state.examined} onFile={(file) => void join(file)} />
      )}
      {state.at === 'head' && (
        <section aria-label="How it is laid out" className="grid gap-3">
          <h2 className="heading">{state.file.name}: is that how it is laid out?</h2>
          <LayoutPreview head={state.head} layout={state.layout} onLayout={setLayout} />
          <div className="flex gap-3">
            <Button tone="main" large onClick={() => void read(state.file, state.layout)}>
              Read it
            </Button>
            <Button large onClick={stop}>
              Another file
            </Button>
          </div>
        </section>
      )}
      {state.at === 'reading' && <ReadSoFar name={state.file.name} share={state.share} onStop={stop} />}
      {state.at === 'examined' && (
        <ExaminedNew
          of={of}
          desk={desk}
          cylinders={cylinders}
          file={state.file}
          examined={state.examined}
          onMarks={(marks) => void move(marks)}
          onAway={stop}
        />
      )}
    </main>
  );
}

/** How much of a file has been read, and a key that stops it. */
function ReadSoFar({
  name,
  share,
  onStop,
}: {
  readonly name: string;
  readonly share: number;
  readonly onStop: () => void;
}) {
  return (
    <div className="grid gap-2">
      <progress aria-label="Read so far" max={1} value={share} className="h-3 w-full accent-harbour" />
      <div className="flex items-center gap-4">
        <p role="status">
          Reading {name}: {Math.round(100 * share)} %
        </p>
        <Button onClick={onStop}>Stop</Button>
      </div>
    </div>
  );
}

/** Where a sweep holds one channel only, the other comes from a file of its own. */
function OtherChannel({
  examined,
  onFile,
}: {
  readonly examined: ExaminedThere;
  readonly onFile: (file: File) => void;
}) {
  const { why } = examined.features;
  const lacks = why.plateau_v?.startsWith('No voltage')
    ? 'voltage'
    : why.plateau_a?.startsWith('No current') || why.inrush_a?.startsWith('No current')
      ? 'current'
      : null;
  if (lacks === null) return null;
  return (
    <FileDrop
      label={`Its ${lacks}, from a file of its own`}
      accept=".csv,.txt,.tsv,.log,text/*"
      onFile={onFile}
    >
      Only one channel: add its {lacks} from a file of its own
    </FileDrop>
  );
}

type Bringing = ReturnType<typeof useBringing>['state'];

function ExaminedNew({
  of,
  desk,
  cylinders,
  file,
  examined,
  onMarks,
  onAway,
}: {
  readonly of: VehicleToRecord;
  readonly desk: ReturnType<typeof useDesk>;
  readonly cylinders: number | null;
  readonly file: File;
  readonly examined: Extract<Bringing, { at: 'examined' }>['examined'];
  readonly onMarks: Parameters<typeof TraceView>[0]['onMarks'];
  readonly onAway: () => void;
}) {
  const router = useRouter();
  const { whoIsHere } = useSite();
  const [id] = useState(uuidv7);
  const [first] = useState(examined);
  const [name, setName] = useState(file.name.replace(/\.\w+$/, ''));
  const [temperature, setTemperature] = useState('');
  const [keeping, setKeeping] = useState(false);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [shown, setShown] = useState<{ readonly fromS: number; readonly toS: number } | null>(null);
  const keep = async () => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    setKeeping(true);
    const typed = temperature.trim() === '' ? null : typedNumber(temperature);
    const wrong = await keepRecording(desk, {
      id,
      technicianId,
      vehicleId: of.vehicleId,
      checkId: of.checkId,
      cylinders,
      name,
      takenAtMs: file.lastModified,
      temperatureC: typeof typed === 'number' ? typed : null,
      first,
      examined,
    });
    setKeeping(false);
    setProblems(wrong);
    if (wrong.length === 0) router.push(`/recordings/${id}`);
  };
  const warm = temperature.trim() === '' ? null : typedNumber(temperature);
  const meanings = meaningOf(
    examined,
    { ...of, cablesMilliohms: null, temperatureC: typeof warm === 'number' ? warm : null },
    of.isDiesel,
  );
  return (
    <div className="grid gap-5 xl:grid-cols-[minmax(0,1fr)_24rem]">
      <div className="grid min-w-0 content-start gap-5">
        <ProblemsOf problems={examined.problems} />
        <TraceView desk={desk} examined={examined} onMarks={onMarks} label={file.name} shown={shown} />
        <KeepIt
          name={name}
          onName={setName}
          temperature={temperature}
          onTemperature={setTemperature}
          keeping={keeping}
          problems={problems}
          onKeep={() => void keep()}
          onAway={onAway}
        />
        <Happenings examined={examined} onShow={(span) => setShown(around(span))} />
      </div>
      <div className="grid content-start gap-5">
        <MeaningList meanings={meanings} />
        <FeaturesPanel
          features={examined.features}
          found={examined === first ? null : first.features.values}
          onShow={(span) => setShown(around(span))}
        />
        <Link href={`/vehicles/${of.vehicleId}`} className={buttonClass('quiet')}>
          Leave it
        </Link>
      </div>
    </div>
  );
}

/** What it is called and how cold it was, and the key that keeps it. */
function KeepIt({
  name,
  onName,
  temperature,
  onTemperature,
  keeping,
  problems,
  onKeep,
  onAway,
}: {
  readonly name: string;
  readonly onName: (name: string) => void;
  readonly temperature: string;
  readonly onTemperature: (text: string) => void;
  readonly keeping: boolean;
  readonly problems: readonly Problem[];
  readonly onKeep: () => void;
  readonly onAway: () => void;
}) {
  return (
    <section
      aria-label="Keep it"
      className="sheet grid gap-3 p-4 sm:grid-cols-[minmax(0,1fr)_10rem_auto] sm:items-end"
    >
      <Field label="Name">
        {(control) => (
          <input
            {...control}
            className={INPUT}
            value={name}
            maxLength={120}
            onChange={(event) => onName(event.target.value)}
          />
        )}
      </Field>
      <Field label="Temperature, °C">
        {(control) => (
          <input
            {...control}
            className={INPUT}
            inputMode="decimal"
            value={temperature}
            onChange={(event) => onTemperature(event.target.value)}
          />
        )}
      </Field>
      <div className="mb-6 flex gap-2">
        <Button tone="main" large disabled={keeping || name.trim() === ''} onClick={onKeep}>
          {keeping ? 'Keeping it …' : 'Keep it with the vehicle'}
        </Button>
        <Button large onClick={onAway}>
          Another file
        </Button>
      </div>
      <Problems problems={problems} />
    </section>
  );
}

/** A stretch with some room at its sides. */
export function around({ fromS, toS }: { readonly fromS: number; readonly toS: number }) {
  const room = Math.max(0.15, 0.3 * (toS - fromS));
  return { fromS: fromS - room, toS: toS + room };
}

/** What is wrong with the recording itself, or was put right. */
export function ProblemsOf({ problems }: { readonly problems: readonly string[] }) {
  if (problems.length === 0) return null;
  return (
    <ul
      aria-label="About the recording"
      className="grid gap-1 rounded-md border-l-4 border-warn bg-warn-wash px-4 py-2 text-warn"
    >
      {problems.map((text) => (
        <li key={text}>{text}</li>
      ))}
    </ul>
  );
}
