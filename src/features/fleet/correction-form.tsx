'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { uuidv7 } from 'uuidv7';
import { dayWords } from '@/core/quantity/day';
import { readDay } from '@/core/quantity/read-day';
import type { Problem } from '@/core/quantity/result';
import { ActButton } from '@/ui/act-button';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { Problems } from '@/ui/problems';
import { useSite } from '@/ui/site';

interface Fields {
  readonly from: string;
  readonly points: string;
  readonly reason: string;
}

/** One act: from a day on, so many points are taken out of what an instrument has read. */
export function CorrectionForm({
  instrument,
  pct,
  today,
}: {
  readonly instrument: string;
  readonly pct: number;
  readonly today: string;
}) {
  const [isOpen, setOpen] = useState(false);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const router = useRouter();
  const { whoIsHere } = useSite();
  const form = useForm<Fields>({
    defaultValues: { from: dayWords(today), points: pct.toFixed(1), reason: '' },
  });
  const { register, formState } = form;
  const keep = form.handleSubmit(async ({ from, points, reason }) => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const body = {
      id: uuidv7(),
      technicianId,
      instrument,
      reason,
      fromOn: readDay(from) ?? from,
      pct: pointsIn(points),
    };
    const wrong = problemsOf(await send('/api/fleet/corrections', body, { method: 'PUT' }));
    setProblems(wrong);
    if (wrong.length > 0) return;
    setOpen(false);
    router.refresh();
  });
  if (!isOpen)
    return (
      <div className="mt-2">
        <ActButton act="set_site" onClick={() => setOpen(true)}>
          Correct from a day on
        </ActButton>
      </div>
    );
  return (
    <form onSubmit={keep} noValidate className="mt-2 grid gap-2 font-normal sm:grid-cols-3">
      <TextField
        label="From"
        error={formState.errors.from?.message}
        registered={register('from', {
          validate: (text) => readDay(text) !== null || `Found “${text}”, expected a day such as 31 Jan 2026`,
        })}
      />
      <TextField
        label="Reads high by, points"
        hint="Negative where it reads low."
        error={formState.errors.points?.message}
        registered={register('points', {
          validate: (text) =>
            Number.isFinite(pointsIn(text)) || `Found “${text}”, expected points from −30 to 30`,
        })}
        inputMode="decimal"
      />
      <TextField label="Why" registered={{ ...register('reason'), maxLength: 300 }} />
      <div className="flex gap-2 sm:col-span-3">
        <ActButton act="set_site" type="submit" tone="main" disabled={formState.isSubmitting}>
          Take it out from that day on
        </ActButton>
        <Button onClick={() => setOpen(false)}>Leave it</Button>
      </div>
      <Problems problems={problems} />
    </form>
  );
}

/** Points as they are typed, with any minus sign and comma or point; not a number where it is none. */
function pointsIn(text: string): number {
  const plain = text.trim().replace(/[−–]/, '-').replace(',', '.');
  return /^-?\d{1,3}(\.\d+)?$/.test(plain) ? Number(plain) : Number.NaN;
}
