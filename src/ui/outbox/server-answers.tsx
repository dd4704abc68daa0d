import type { StoredRun } from '@/core/exchange/views';
import type { Problem } from '@/core/quantity/result';
import { readingWords } from '@/core/steps/registry';
import { Button } from '../button';
import { Problems } from '../problems';
import { useSite, useTechnicianName } from '../site';
import type { Unsent } from './kept-readings';
import type { HeldRun } from './use-stored-run';

type AnyRun = HeldRun<StoredRun>;

/** What the server answered that somebody has to look at: a reading refused, an end overtaken, a record that cannot be read. */
export function ServerAnswers({ run }: { readonly run: AnyRun }) {
  const { store, problems, view } = run;
  return (
    <>
      {store.refused.map((unsent) => (
        <Refused key={unsent.reading.id} run={run} unsent={unsent} />
      ))}
      {view.unreadable.length > 0 && (
        <div className="mb-3 grid gap-2 rounded-md border border-warn bg-warn-wash px-4 py-2 text-warn">
          <p>
            {'vehicle' in view
              ? 'Something of this check is stored and cannot be read. It comes to nothing: start another check of this vehicle.'
              : 'Something of this run is stored and cannot be read. It comes to no verdict: start another run on this battery.'}
          </p>
          <Problems problems={view.unreadable.slice(0, MOST_TOLD)} />
        </div>
      )}
      {problems.length > 0 && <Complaints run={run} problems={problems} />}
    </>
  );
}

const MOST_TOLD = 5;
/** Why a run is opened again for a reading that was on its way when it was finished. */
const CAME_LATE = 'A reading came in after it was finished';

function Refused({ run, unsent }: { readonly run: AnyRun; readonly unsent: Unsent }) {
  const { temperatureUnit } = useSite();
  const { reading, refused } = unsent;
  const finishedMeanwhile =
    run.view.run.finishedAtMs !== null || refused?.some(({ field }) => field === 'runId') === true;
  return (
    <div className="mb-3 grid gap-2">
      <p className="text-warn">Not stored: {readingWords(reading, temperatureUnit)}.</p>
      <Problems problems={refused ?? []} />
      <div className="flex flex-wrap gap-3">
        {finishedMeanwhile ? (
          <Button tone="main" onClick={() => void run.reopen(CAME_LATE)}>
            Reopen the {'vehicle' in run.view ? 'check' : 'run'} and store it
          </Button>
        ) : (
          <Button onClick={() => void run.retry()}>Send it again</Button>
        )}
        <Button onClick={() => void run.discard(reading.id)}>Give this reading up</Button>
      </div>
    </div>
  );
}

/** What was added to the run meanwhile is told as what it says, so that the verdict is looked at again. */
function Complaints({ run, problems }: { readonly run: AnyRun; readonly problems: readonly Problem[] }) {
  const { temperatureUnit } = useSite();
  const nameOf = useTechnicianName();
  // What it was comes with the next look; that something came is told at once.
  const isOvertaken = problems.some(({ field }) => field === 'unseen');
  const unseen = problems.flatMap(({ field, found }) => {
    const id = found.replaceAll('"', '');
    const reading = field === 'unseen' && run.readings.find((known) => known.id === id);
    return reading ? [reading] : [];
  });
  const others = problems.filter(({ field }) => field !== 'unseen');
  return (
    <div className="mb-3 grid gap-2">
      {isOvertaken && (
        <div className="rounded-md border border-warn bg-warn-wash px-4 py-2 text-warn">
          <p>
            Not finished: {'vehicle' in run.view ? 'what stands' : 'the verdict'} on this screen was made
            without what came meanwhile. Look at it again.
          </p>
          <ul>
            {unseen.map((reading) => (
              <li key={reading.id}>
                {readingWords(reading, temperatureUnit)}, by {nameOf(reading.technicianId)}
              </li>
            ))}
          </ul>
        </div>
      )}
      <Problems problems={others} />
    </div>
  );
}
