'use client';

import { Button, buttonClass } from '@/ui/button';
import { DialogFrame } from '@/ui/dialog-frame';
import { Link } from '@/ui/link';
import { Moment } from '@/ui/moment';
import { theOutbox } from '@/ui/outbox/browser-outbox';
import type { Unsent } from '@/ui/outbox/kept-readings';
import { useOutbox } from '@/ui/outbox/use-outbox';
import { Problems } from '@/ui/problems';

/** What this browser still has to store, of whatever run; each that is refused waits for a decision of its own. */
export default function OutboxDialog({ onClose }: { readonly onClose: () => void }) {
  const { unsent, trouble, keeping } = useOutbox();
  return (
    <DialogFrame
      title="Not stored yet"
      description={
        <>
          {unsent.length === 0
            ? 'All of it is stored.'
            : (trouble ?? 'It is on its way, in the order of each run.')}{' '}
          {unsent.length > 0 &&
            (keeping === 'kept'
              ? 'It is kept in this browser and sent again by itself.'
              : 'This browser keeps nothing: leave this page open until it is stored.')}
        </>
      }
      className="top-[10vh] grid max-h-[80vh] w-[min(40rem,92vw)] gap-4 overflow-y-auto p-6"
      onClose={onClose}
    >
      <ul className="divide-y">
        {unsent.map((entry) => (
          <Entry key={entry.reading.id} entry={entry} />
        ))}
      </ul>
      <div className="flex flex-wrap gap-3">
        {unsent.length > 0 && (
          <Button tone="main" onClick={() => void theOutbox().retry()}>
            Send it now
          </Button>
        )}
        <Button onClick={onClose}>Close</Button>
      </div>
    </DialogFrame>
  );
}

function Entry({ entry: { reading, tag, refused } }: { readonly entry: Unsent }) {
  return (
    <li className="grid gap-2 py-3">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <p className="mr-auto">
          <span className="figures font-semibold">{tag || 'a run of before'}</span>
          <span className="block text-sm text-soft">
            {reading.kind.replaceAll('_', ' ')}, <Moment atMs={reading.takenAtMs} as="time" />
          </span>
        </p>
        <Link href={`/bench/${reading.runId}`} className={buttonClass('quiet')}>
          Its run
        </Link>
        {refused && <Button onClick={() => void theOutbox().discard(reading.id)}>Give it up</Button>}
      </div>
      <Problems problems={refused ?? []} />
    </li>
  );
}
