'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, send } from '@/ui/api';
import { Problems } from '@/ui/problems';
import { Select } from '@/ui/select';
import { useBarred, useSite } from '@/ui/site';

const MINUTES = [5, 10, 15, 30, 60, 120, 240, 720] as const;

/** After how long a bench locks that nobody touches. It says nothing where nobody signs in. */
export function LockSection({ revision }: { readonly revision: number }) {
  const router = useRouter();
  const { isOpen, idleMinutes, whoIsHere } = useSite();
  const barred = useBarred('set_site');
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  if (isOpen) return null;
  const options = [...new Set<number>([...MINUTES, idleMinutes])]
    .sort((one, other) => one - other)
    .map((minutes) => ({
      value: String(minutes),
      label: minutes < 60 ? `${minutes} min` : `${minutes / 60} h`,
    }));
  const keep = async (minutes: string) => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const body = { technicianId, seenRevision: revision, minutes: Number(minutes) };
    setProblems(problemsOf(await send('/api/site/idle', body, { method: 'PUT' })));
    router.refresh();
  };
  return (
    <section aria-label="Locking" className="mt-10 grid max-w-sm gap-2">
      {barred === null ? (
        <Select
          label="A bench that nobody touches locks after"
          value={String(idleMinutes)}
          options={options}
          onChoose={(minutes) => void keep(minutes)}
        />
      ) : (
        <p className="text-soft">
          A bench that nobody touches locks after {idleMinutes} min. {barred}
        </p>
      )}
      <Problems problems={problems} />
    </section>
  );
}
