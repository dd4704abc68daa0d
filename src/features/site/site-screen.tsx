'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { RATING_STANDARDS, STANDARD_FACTS } from '@/core/battery/rating-standard';
import type { SiteSheet } from '@/core/exchange/site/site-sheet';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { Field, INPUT } from '@/ui/field';
import { KeyBar } from '@/ui/key-bar';
import { Problems } from '@/ui/problems';
import { useSite } from '@/ui/site';

/** What the whole site shares: its name on paper, its clock, its units. */
export function SiteScreen({
  sheet,
  revision,
  zones,
}: {
  readonly sheet: SiteSheet;
  readonly revision: number;
  readonly zones: readonly string[];
}) {
  const router = useRouter();
  const { whoIsHere } = useSite();
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [saved, setSaved] = useState(false);
  const { register, handleSubmit, setError, formState, reset } = useForm<SiteSheet>({ defaultValues: sheet });
  const { errors, isSubmitting, isDirty } = formState;

  const save = handleSubmit(async (fields) => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const body = {
      technicianId,
      seenRevision: revision,
      sheet: { ...fields, currency: fields.currency.trim().toUpperCase() },
    };
    const reply = await send<{ revision: number }>('/api/site/sheet', body, { method: 'PUT' });
    if (!('unreachable' in reply) && reply.ok) {
      reset(fields);
      setSaved(true);
      setProblems([]);
      return router.refresh();
    }
    const all = problemsOf(reply);
    for (const problem of all) {
      const field = fieldIn(problem);
      if (field) setError(field, { message: problem.message });
    }
    setProblems(all.filter((problem) => fieldIn(problem) === null));
  });

  return (
    <main className="mx-auto max-w-3xl px-4 py-5">
      <form onSubmit={save} noValidate className="grid gap-5" onChange={() => setSaved(false)}>
        <h1 className="text-2xl font-semibold">Site</h1>
        <p className="text-soft">
          What every screen and paper of this site shares. Each browser may still show temperatures its own
          way.
        </p>
        <div className="sheet grid gap-5 p-5 sm:grid-cols-2">
          <Field
            label="Name, as it is printed"
            error={errors.name?.message}
            hint="On slips, above the verdict."
          >
            {(control) => (
              <input
                {...control}
                {...register('name')}
                maxLength={80}
                className={`${INPUT} text-lg`}
                autoComplete="off"
              />
            )}
          </Field>
          <Field label="Address, as it is printed" error={errors.address?.message}>
            {(control) => (
              <input
                {...control}
                {...register('address')}
                maxLength={200}
                className={INPUT}
                autoComplete="off"
              />
            )}
          </Field>
          <Field
            label="Time zone"
            error={errors.zone?.message}
            hint="When a day ends on the Floor and on paper."
          >
            {(control) => (
              <>
                <input
                  {...control}
                  {...register('zone')}
                  list="zones"
                  maxLength={60}
                  className={INPUT}
                  autoComplete="off"
                />
                <datalist id="zones">
                  {zones.map((zone) => (
                    <option key={zone} value={zone} />
                  ))}
                </datalist>
              </>
            )}
          </Field>
          <Field
            label="Temperatures"
            error={errors.temperatureUnit?.message}
            hint="Where a browser has not chosen."
          >
            {(control) => (
              <select {...control} {...register('temperatureUnit')} className={INPUT}>
                <option value="°C">Celsius, °C</option>
                <option value="°F">Fahrenheit, °F</option>
              </select>
            )}
          </Field>
          <Field
            label="Rating standard of a new label"
            error={errors.ratingStandard?.message}
            hint="What most labels here are printed in."
          >
            {(control) => (
              <select {...control} {...register('ratingStandard')} className={INPUT}>
                {RATING_STANDARDS.map((standard) => (
                  <option key={standard} value={standard}>
                    {standard} ({STANDARD_FACTS[standard].asks})
                  </option>
                ))}
              </select>
            )}
          </Field>
          <Field label="Currency" error={errors.currency?.message} hint="Three letters, such as EUR.">
            {(control) => (
              <input
                {...control}
                {...register('currency', {
                  validate: (text) =>
                    /^[A-Za-z]{3}$/.test(text.trim()) || `Found “${text}”, expected three letters`,
                })}
                maxLength={3}
                className={`${INPUT} figures uppercase`}
                autoComplete="off"
              />
            )}
          </Field>
          <Field
            label="Address in codes"
            error={errors.codesAddress?.message}
            hint="Where the codes on slips lead. Empty: the address that the browser used."
          >
            {(control) => (
              <input
                {...control}
                {...register('codesAddress')}
                maxLength={300}
                className={INPUT}
                inputMode="url"
                autoComplete="off"
              />
            )}
          </Field>
        </div>
        <Problems problems={problems} />
        <KeyBar className="items-center">
          <Button type="submit" tone="main" large disabled={isSubmitting || !isDirty}>
            Save
          </Button>
          <p role="status" className="text-soft">
            {saved && !isDirty ? 'Saved. Every screen of this site shows it from now on.' : ''}
          </p>
        </KeyBar>
      </form>
    </main>
  );
}

/** The field that a complaint of the server is about. */
function fieldIn({ field }: Problem): keyof SiteSheet | null {
  const [, name] = /^sheet\/(\w+)$/.exec(field) ?? [];
  return (name as keyof SiteSheet | undefined) ?? null;
}
