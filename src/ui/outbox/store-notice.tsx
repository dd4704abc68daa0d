import dynamic from 'next/dynamic';
import { useEffect } from 'react';
import type { StoredRun } from '@/core/exchange/views';
import { later } from '../later';
import type { HeldRun } from './use-stored-run';

// Most runs are stored without a word.
const answers = later(() => import('./server-answers').then((answered) => answered.ServerAnswers));
const ServerAnswers = dynamic(answers, { loading: () => null });

/** Says so when a capture is not stored yet, and what to do when it cannot be. Nothing while all is stored. */
export function StoreNotice({ run }: { readonly run: HeldRun<StoredRun> }) {
  const { store, problems, view } = run;
  const { waiting, refused, trouble, keeping } = store;
  // There once something has to be said: it may be that there is no link then.
  useEffect(() => void answers(), []);
  return (
    <div role="status" aria-live="polite" className="empty:hidden">
      {waiting > refused.length && (trouble !== null || keeping === 'only_here') && (
        // It comes while hands work: it moves nothing, and takes no press.
        <p className="pointer-events-none fixed inset-x-4 top-16 z-30 mx-auto max-w-4xl rounded-md border border-warn bg-warn-wash px-4 py-2 text-warn shadow-lg">
          Not stored yet: {trouble ?? 'it is on its way.'}{' '}
          {keeping === 'kept'
            ? 'What you captured is kept in this browser and sent again by itself, from any screen.'
            : 'This browser keeps nothing: leave this page open until it is stored.'}
        </p>
      )}
      {refused.length + view.unreadable.length + problems.length > 0 && <ServerAnswers run={run} />}
    </div>
  );
}
