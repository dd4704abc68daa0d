'use client';

import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import type { Problem } from '@/core/quantity/result';
import { ActButton } from '@/ui/act-button';
import { problemsOf, send } from '@/ui/api';
import { Problems } from '@/ui/problems';

const PATH = '/api/fleet/mornings';

/** Whose mornings these are, and how to bring others: a file of the site's own, or back to the simulated ones. */
export function MorningsFile({ isOwn }: { readonly isOwn: boolean }) {
  const router = useRouter();
  const input = useRef<HTMLInputElement>(null);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [isPast, setPast] = useState(false);
  const bring = async (file: File) => {
    const reply = await send<{ ahead: number }>(PATH, { text: await file.text() }, { method: 'PUT' });
    setProblems(problemsOf(reply));
    if ('unreachable' in reply || !reply.ok) return;
    setPast(reply.value.ahead === 0);
    router.refresh();
  };
  const drop = async () => {
    setProblems(problemsOf(await send(PATH, {}, { method: 'DELETE' })));
    router.refresh();
  };
  return (
    <div className="grid gap-2">
      <div className="no-print flex flex-wrap items-center gap-3">
        <ActButton act="set_site" onClick={() => input.current?.click()}>
          Bring own mornings
        </ActButton>
        {isOwn && (
          <ActButton act="set_site" onClick={() => void drop()}>
            Back to simulated ones
          </ActButton>
        )}
        <span className="text-sm text-soft">
          A CSV with the columns <span className="figures">day</span> and{' '}
          <span className="figures">low_c</span>, or <span className="figures">low_f</span>.
        </span>
        <input
          ref={input}
          type="file"
          accept=".csv,text/csv,text/plain"
          aria-label="File of mornings"
          className="sr-only"
          tabIndex={-1}
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            event.target.value = '';
            if (file) void bring(file);
          }}
        />
      </div>
      {isPast && !isOwn && (
        <p role="status" className="text-warn">
          The file was taken, but none of its days lies ahead: the simulated mornings stand in.
        </p>
      )}
      <Problems problems={problems} />
    </div>
  );
}
