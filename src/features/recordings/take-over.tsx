'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { uuidv7 } from 'uuidv7';
import type { RecordingLine } from '@/core/exchange/recording-views';
import { formatQuantity } from '@/core/quantity/format';
import type { Problem } from '@/core/quantity/result';
import { type ReadingFromRecording, readingsOfRecording } from '@/core/recording/to-readings';
import { newReading } from '@/core/steps/reading';
import { MEASURED_FACTS } from '@/core/vehicle/check-reading';
import { ActButton } from '@/ui/act-button';
import { problemsOf, send } from '@/ui/api';
import { Problems } from '@/ui/problems';
import { serverNow } from '@/ui/server-clock';
import { useSite } from '@/ui/site';
import { Tick } from '@/ui/tick';
import type { ExaminedThere } from '@/workers/recording.messages';

/** What of a recording its check takes over: each reading ticked, and captured as read by the recorder. */
export function TakeOver({
  checkId,
  recording,
  examined,
}: {
  readonly checkId: string;
  readonly recording: RecordingLine;
  readonly examined: ExaminedThere;
}) {
  const router = useRouter();
  const { whoIsHere } = useSite();
  const readings = readingsOfRecording(examined.features, examined.marks, examined.stepS);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [busy, setBusy] = useState(false);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const taken = readings.filter(({ of }) => !left.has(of));
  const take = async () => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    setBusy(true);
    const wrong: Problem[] = [];
    for (const reading of taken) {
      const captured = newReading('check_reading', dataOf(reading, recording.temperatureC), {
        id: uuidv7(),
        runId: checkId,
        takenAtMs: serverNow(),
        technicianId,
        instrument: `Recording: ${recording.name}`.slice(0, LONGEST_NAME),
        forced: true,
      });
      wrong.push(...problemsOf(await send(`/api/runs/${checkId}/readings`, captured)));
    }
    setBusy(false);
    setProblems(wrong);
    if (wrong.length === 0) router.push(`/checks/${checkId}`);
  };
  if (readings.length === 0) return null;
  return (
    <section aria-label="Take over into the check" className="sheet grid gap-3 p-4">
      <h2 className="heading">Into its check</h2>
      <div className="grid sm:grid-cols-2">
        {readings.map(({ of, label, value }) => (
          <Tick
            key={of}
            checked={!left.has(of)}
            onChange={(on) => {
              const next = new Set(left);
              if (on) next.delete(of);
              else next.add(of);
              setLeft(next);
            }}
          >
            {label}:{' '}
            <span className="figures">{formatQuantity(value, MEASURED_FACTS[of].unit, { decimals: 2 })}</span>
          </Tick>
        ))}
      </div>
      <Problems problems={problems} />
      <div>
        <ActButton act="work" tone="main" disabled={busy || taken.length === 0} onClick={() => void take()}>
          {busy
            ? 'Capturing …'
            : `Capture ${taken.length === 1 ? 'it' : `these ${taken.length}`} in the check`}
        </ActButton>
      </div>
    </section>
  );
}

const LONGEST_NAME = 60;

function dataOf({ of, value, engine, minutes }: ReadingFromRecording, temperatureC: number | null) {
  return {
    of,
    value,
    engine,
    minutes,
    state: null,
    segment: null,
    amps: null,
    loads: 'none' as const,
    temperatureC: of === 'rest_v' ? temperatureC : null,
    unfit: false,
  };
}
