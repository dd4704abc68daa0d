import { Button } from '@/ui/button';
import { Problems } from '@/ui/problems';
import type { Run } from './use-run';

/** Says so when a capture is not stored yet, and what to do when it cannot be. Nothing while all is stored. */
export function StoreNotice({ run }: { readonly run: Run }) {
  const { storeState, problems, view } = run;
  const finishedMeanwhile = view.run.finishedAtMs !== null || problems.some(({ field }) => field === 'runId');
  return (
    <div role="status" aria-live="polite" className="empty:hidden">
      {storeState === 'waiting' && (
        <p className="mb-3 rounded-md border border-warn bg-warn-wash px-4 py-2 text-warn">
          Not stored yet:{' '}
          {problems[0]?.field === 'database' ? problems[0].message : 'the server does not answer.'} What you
          captured is kept in this browser and sent again by itself.
        </p>
      )}
      {storeState === 'refused' && (
        <div className="mb-3 grid gap-2">
          <Problems problems={problems} />
          <div className="flex flex-wrap gap-3">
            {finishedMeanwhile && (
              <Button tone="main" onClick={() => void run.reopen()}>
                Reopen the run and store it
              </Button>
            )}
            <Button onClick={run.discard}>Give it up</Button>
          </div>
        </div>
      )}
      {storeState === 'stored' && problems.length > 0 && (
        <div className="mb-3">
          <Problems problems={problems} />
        </div>
      )}
    </div>
  );
}
