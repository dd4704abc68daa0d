'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { type UseFormReturn, useForm } from 'react-hook-form';
import { RATING_STANDARDS, STANDARD_FACTS } from '@/core/battery/rating-standard';
import type { CopyRecord } from '@/core/exchange/copies';
import type { InstrumentsView } from '@/core/exchange/instrument-views';
import type { SiteSheet } from '@/core/exchange/site/site-sheet';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, send } from '@/ui/api';
import { Button, buttonClass } from '@/ui/button';
import { FormSelect, TextField } from '@/ui/field';
import { KeyBar } from '@/ui/key-bar';
import { Link } from '@/ui/link';
import { Problems } from '@/ui/problems';
import { useBarred, useSite } from '@/ui/site';
import { TEMPERATURE_UNITS, ZoneField } from '@/ui/zone-field';
import { ChargersSection } from './chargers-section';
import { CopiesSummary } from './copies-summary';
import { InstrumentsSection } from './instruments-section';
import { LockSection } from './lock-section';

const BESIDE = [
  { href: '/people', label: 'People' },
  { href: '/journal', label: 'Journal' },
] as const;

/** What the whole site shares: its name on paper, its clock, its units. */
export function SiteScreen({
  sheet,
  revision,
  zones,
  copies,
  instruments,
}: {
  readonly sheet: SiteSheet;
  readonly revision: number;
  readonly zones: readonly string[];
  readonly copies: readonly CopyRecord[];
  readonly instruments: InstrumentsView;
}) {
  const { isSample } = useSite();
  const form = useForm<SiteSheet>({ defaultValues: sheet });
  const { save, saved, setSaved, problems } = useSaving(form, revision);
  const { isSubmitting, isDirty } = form.formState;
  useStoredSheet(form, sheet, revision);
  const barred = useBarred('set_site');
  return (
    <main className="mx-auto max-w-3xl px-4 py-5">
      <form onSubmit={save} noValidate className="grid gap-5" onChange={() => setSaved(false)}>
        <div className="flex flex-wrap items-center justify-between gap-3">
          <h1 className="text-2xl font-semibold">Site</h1>
          <nav aria-label="Of this site" className="flex flex-wrap gap-1">
            {BESIDE.map(({ href, label }) => (
              <Link key={href} href={href} className={buttonClass('quiet')}>
                {label}
              </Link>
            ))}
          </nav>
        </div>
        <p className="text-soft">
          What every screen and paper of this site shares. Each browser may still show temperatures its own
          way.
        </p>
        <div className="sheet grid gap-5 p-5 sm:grid-cols-2">
          <Printed form={form} />
          <Shown form={form} zones={zones} />
        </div>
        <Problems problems={problems} />
        <KeyBar className="items-center">
          <Button type="submit" tone="main" large disabled={isSubmitting || !isDirty || barred !== null}>
            Save
          </Button>
          <p role="status" className="text-soft">
            {barred ?? (saved && !isDirty ? 'Saved. Every screen of this site shows it from now on.' : '')}
          </p>
        </KeyBar>
      </form>
      <LockSection revision={revision} />
      <ChargersSection />
      <InstrumentsSection view={instruments} />
      <CopiesSummary copies={copies} isSample={isSample} />
    </main>
  );
}

/** What is stored now, as long as nobody types: the form stays where it is, and so does what it has just said. */
function useStoredSheet(form: UseFormReturn<SiteSheet>, sheet: SiteSheet, revision: number): void {
  const stored = useRef({ sheet, revision });
  useEffect(() => {
    if (stored.current.revision === revision) return;
    stored.current = { sheet, revision };
    if (!form.formState.isDirty) form.reset(sheet);
  }, [form, sheet, revision]);
}

/** Sends the sheet; what the server does not take is told at its field. */
function useSaving(form: UseFormReturn<SiteSheet>, revision: number) {
  const router = useRouter();
  const { whoIsHere } = useSite();
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [saved, setSaved] = useState(false);
  const save = form.handleSubmit(async (fields) => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const sheet = { ...fields, currency: fields.currency.trim().toUpperCase() };
    const body = { technicianId, seenRevision: revision, sheet };
    const reply = await send<{ revision: number }>('/api/site/sheet', body, { method: 'PUT' });
    const all = problemsOf(reply);
    setProblems(all.filter((problem) => fieldIn(problem) === null));
    for (const problem of all) {
      const field = fieldIn(problem);
      if (field) form.setError(field, { message: problem.message });
    }
    if (all.length > 0) return;
    form.reset(sheet);
    setSaved(true);
    router.refresh();
  });
  return { save, saved, setSaved, problems };
}

/** The field that a complaint of the server is about. */
function fieldIn({ field }: Problem): keyof SiteSheet | null {
  const [, name] = /^sheet\/(\w+)$/.exec(field) ?? [];
  return (name as keyof SiteSheet | undefined) ?? null;
}

/** What stands on paper. */
function Printed({ form }: { readonly form: UseFormReturn<SiteSheet> }) {
  const { register, formState } = form;
  const errorOf = (name: keyof SiteSheet) => formState.errors[name]?.message;
  return (
    <>
      <TextField
        label="Name, as it is printed"
        hint="On slips, above the verdict."
        error={errorOf('name')}
        registered={{ ...register('name'), maxLength: 80 }}
        className="text-lg"
      />
      <TextField
        label="Address, as it is printed"
        error={errorOf('address')}
        registered={{ ...register('address'), maxLength: 200 }}
      />
      <TextField
        label="Address in codes"
        hint="Where the codes on slips lead. Empty: the address that the browser used."
        error={errorOf('codesAddress')}
        registered={{ ...register('codesAddress'), maxLength: 300 }}
        inputMode="url"
      />
    </>
  );
}

const STANDARDS = RATING_STANDARDS.map((standard) => ({
  value: standard,
  label: `${standard} (${STANDARD_FACTS[standard].asks})`,
}));

/** In which clock, unit, money and standard things are shown where nobody chose otherwise. */
function Shown({
  form,
  zones,
}: {
  readonly form: UseFormReturn<SiteSheet>;
  readonly zones: readonly string[];
}) {
  const { register, formState } = form;
  const errorOf = (name: keyof SiteSheet) => formState.errors[name]?.message;
  return (
    <>
      <ZoneField
        hint="When a day ends on the Floor and on paper."
        error={errorOf('zone')}
        registered={register('zone')}
        zones={zones}
      />
      <FormSelect
        form={form}
        name="temperatureUnit"
        label="Temperatures"
        hint="Where a browser has not chosen; on paper."
        options={TEMPERATURE_UNITS}
      />
      <FormSelect
        form={form}
        name="ratingStandard"
        label="Rating standard of a new label"
        hint="What most labels here are printed in."
        options={STANDARDS}
      />
      <TextField
        label="Currency"
        hint="Three letters, such as EUR."
        error={errorOf('currency')}
        registered={{ ...register('currency', { validate: currencyComplaint }), maxLength: 3 }}
        className="uppercase"
      />
      <FormSelect
        form={form}
        name="climate"
        label="Climate"
        hint="Heat takes a third of a battery’s life. What is expected of each battery follows it."
        options={CLIMATES}
      />
      <FormSelect
        form={form}
        name="winter"
        label="Coldest months"
        hint="When starting fails most."
        options={WINTERS}
      />
    </>
  );
}

const CLIMATES = [
  { value: 'mild', label: 'Temperate or cold' },
  { value: 'hot', label: 'Hot most of the year' },
] as const;
const WINTERS = [
  { value: 'december', label: 'December to February' },
  { value: 'june', label: 'June to August' },
] as const;

const currencyComplaint = (text: string) =>
  /^[A-Za-z]{3}$/.test(text.trim()) || `Found “${text}”, expected three letters`;
