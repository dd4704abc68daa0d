'use client';

import { X } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { uuidv7 } from 'uuidv7';
import type { FleetSavedView } from '@/core/exchange/fleet-views';
import type { Problem } from '@/core/quantity/result';
import { ActButton } from '@/ui/act-button';
import { problemsOf, send } from '@/ui/api';
import { Link } from '@/ui/link';
import { Problems } from '@/ui/problems';
import { useSite } from '@/ui/site';

/** The views that were kept, one tap each, and this one to keep. */
export function SavedViews({
  address,
  views,
}: {
  readonly address: string;
  readonly views: readonly FleetSavedView[];
}) {
  const router = useRouter();
  const { whoIsHere } = useSite();
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const tell = async (method: 'PUT' | 'DELETE', body: unknown) => {
    const wrong = problemsOf(await send('/api/fleet/views', body, { method }));
    setProblems(wrong);
    if (wrong.length === 0) router.refresh();
    return wrong.length === 0;
  };
  const keep = async (form: HTMLFormElement) => {
    const technicianId = whoIsHere();
    const name = String(new FormData(form).get('name') ?? '').trim();
    if (technicianId === null || name === '') return;
    if (await tell('PUT', { id: uuidv7(), technicianId, name, address })) form.reset();
  };
  return (
    <>
      {views.map((view) => (
        <span
          key={view.id}
          className="flex min-h-12 items-center rounded-md border border-line-strong bg-sheet pl-4"
        >
          <Link
            href={view.address}
            aria-current={view.address === address ? 'page' : undefined}
            className="underline-offset-4 hover:underline aria-[current=page]:font-semibold"
          >
            {view.name}
          </Link>
          <button
            type="button"
            aria-label={`Forget the view ${view.name}`}
            onClick={() => void tell('DELETE', { id: view.id })}
            className="grid size-12 place-items-center text-soft hover:text-retire"
          >
            <X size={16} aria-hidden="true" />
          </button>
        </span>
      ))}
      <form
        className="flex gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void keep(event.currentTarget);
        }}
      >
        <label>
          <span className="sr-only">Name of this view</span>
          <input
            name="name"
            maxLength={60}
            placeholder="Name of this view"
            autoComplete="off"
            className="min-h-12 w-44 rounded-md border border-line-strong bg-sheet px-3"
          />
        </label>
        <ActButton act="keep_views" type="submit">
          Keep view
        </ActButton>
      </form>
      <Problems problems={problems} />
    </>
  );
}
