'use client';

import { useState } from 'react';
import { type UseFormReturn, useForm } from 'react-hook-form';
import { uuidv7 } from 'uuidv7';
import type { SiteSheet } from '@/core/exchange/site/site-sheet';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, send } from '@/ui/api';
import { Button, buttonClass } from '@/ui/button';
import { FormSelect, TextField } from '@/ui/field';
import { Link } from '@/ui/link';
import { Problems } from '@/ui/problems';
import { TEMPERATURE_UNITS, ZoneField } from '@/ui/zone-field';

interface Fields {
  readonly shop: string;
  readonly zone: string;
  readonly temperatureUnit: '°C' | '°F';
  readonly name: string;
  readonly password: string;
  readonly deviceName: string;
}

interface Props {
  readonly isLed: boolean;
  readonly sheet: SiteSheet | null;
  readonly revision: number;
  /** Who is here already: one of them may lead. */
  readonly names: readonly string[];
  readonly zones: readonly string[];
}

/** The first minutes of a shop: what it is called, and who leads it. */
export function WelcomeScreen({ isLed, sheet, ...start }: Props) {
  const [isDone, setDone] = useState(false);
  if (isDone) return <WhatNow />;
  return (
    <main className="mx-auto grid max-w-3xl gap-5 px-4 py-8">
      <h1 className="text-3xl font-semibold">Welcome</h1>
      {isLed || !sheet ? (
        <p className="text-lg">
          This shop is set up, and somebody leads it.{' '}
          <Link href="/" className="underline underline-offset-4">
            To the Floor
          </Link>
        </p>
      ) : (
        <Start sheet={sheet} {...start} onDone={() => setDone(true)} />
      )}
    </main>
  );
}

function Start({
  sheet,
  revision,
  names,
  zones,
  onDone,
}: Omit<Props, 'isLed' | 'sheet'> & { readonly sheet: SiteSheet; readonly onDone: () => void }) {
  const form = useForm<Fields>({
    defaultValues: {
      shop: sheet.name,
      zone: sheet.zone,
      temperatureUnit: sheet.temperatureUnit,
      name: '',
      password: '',
      deviceName: 'Counter',
    },
  });
  const { begin, problems } = useBeginning(form, sheet, revision, onDone);
  return (
    <form onSubmit={begin} noValidate className="grid gap-5">
      <p className="max-w-prose">
        Until somebody leads this shop, everybody on its network can read and change everything. A lead
        decides who may what; everybody else signs in with a name and a PIN from then on.
      </p>
      <div className="sheet grid gap-5 p-5 sm:grid-cols-2">
        <ShopFields form={form} zones={zones} />
      </div>
      <div className="sheet grid gap-5 p-5 sm:grid-cols-2">
        <LeadFields form={form} names={names} />
      </div>
      <Problems problems={problems} />
      <Button type="submit" tone="main" large disabled={form.formState.isSubmitting}>
        Begin
      </Button>
    </form>
  );
}

function ShopFields({
  form,
  zones,
}: {
  readonly form: UseFormReturn<Fields>;
  readonly zones: readonly string[];
}) {
  const { register, formState } = form;
  return (
    <>
      <TextField
        label="The shop’s name"
        hint="As it is printed on slips."
        error={formState.errors.shop?.message}
        registered={{ ...register('shop'), maxLength: 80, autoFocus: true }}
        className="text-lg"
      />
      <ZoneField
        hint="When a day ends here."
        error={formState.errors.zone?.message}
        registered={register('zone')}
        zones={zones}
      />
      <FormSelect form={form} name="temperatureUnit" label="Temperatures" options={TEMPERATURE_UNITS} />
    </>
  );
}

function LeadFields({
  form,
  names,
}: {
  readonly form: UseFormReturn<Fields>;
  readonly names: readonly string[];
}) {
  const { register, formState } = form;
  return (
    <>
      <div>
        <TextField
          label="Your name, who leads it"
          hint={
            names.length > 0 ? 'One who is here already keeps all that they did.' : 'As it stands on slips.'
          }
          error={formState.errors.name?.message}
          registered={{
            ...register('name', {
              validate: (text) => text.trim() !== '' || 'Found nothing, expected a name',
            }),
            maxLength: 60,
          }}
          list="names"
        />
        <datalist id="names">
          {names.map((name) => (
            <option key={name} value={name} />
          ))}
        </datalist>
      </div>
      <TextField
        label="Your password"
        hint="At least 10 characters; a few words will do."
        error={formState.errors.password?.message}
        registered={{ ...register('password'), maxLength: 200, type: 'password' }}
      />
      <TextField
        label="What this device is called"
        hint="On it, whoever you let in signs in with a PIN."
        error={formState.errors.deviceName?.message}
        registered={{ ...register('deviceName'), maxLength: 60 }}
      />
    </>
  );
}

const FIELD_OF: Readonly<Record<string, keyof Fields>> = {
  name: 'name',
  password: 'password',
  deviceName: 'deviceName',
  'sheet/name': 'shop',
  'sheet/zone': 'zone',
};

/** Writes down who leads the shop, then what it is called. What was wrong with the second is mended without the first again. */
function useBeginning(
  form: UseFormReturn<Fields>,
  sheet: SiteSheet,
  firstRevision: number,
  onDone: () => void,
) {
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [revision, setRevision] = useState(firstRevision);
  const [id] = useState(uuidv7);
  const [leadId, setLeadId] = useState<string | null>(null);
  const tell = (wrong: readonly Problem[]) => {
    for (const { field, message } of wrong) {
      const own = FIELD_OF[field];
      if (own) form.setError(own, { message });
    }
    setProblems(wrong.filter(({ field }) => !FIELD_OF[field]));
    return wrong.length === 0;
  };
  const begin = form.handleSubmit(async ({ shop, zone, temperatureUnit, name, password, deviceName }) => {
    let technicianId = leadId;
    if (technicianId === null) {
      const lead = await send<{ personId: string }>('/api/people/first', { id, name, password, deviceName });
      if (!tell(problemsOf(lead)) || 'unreachable' in lead || !lead.ok) return;
      technicianId = lead.value.personId;
      setLeadId(technicianId);
    }
    const body = {
      technicianId,
      seenRevision: revision,
      sheet: { ...sheet, name: shop, zone, temperatureUnit },
    };
    const kept = await send<{ revision: number }>('/api/site/sheet', body, { method: 'PUT' });
    if (!('unreachable' in kept) && kept.ok) setRevision(kept.value.revision);
    if (tell(problemsOf(kept))) onDone();
  });
  return { begin, problems };
}

/** What a shop does next. Whole pages: who is let in has changed. */
function WhatNow() {
  return (
    <main className="mx-auto grid max-w-3xl gap-5 px-4 py-8">
      <h1 className="text-3xl font-semibold">The shop is yours</h1>
      <p className="max-w-prose text-lg">
        You are signed in as its lead, and this device is its first bench.
      </p>
      <nav aria-label="What now" className="grid gap-3 sm:grid-cols-2">
        {NEXT.map(({ href, label, tone }) => (
          <a key={href} href={href} className={buttonClass(tone, true)}>
            {label}
          </a>
        ))}
      </nav>
      <p className="max-w-prose text-soft">
        To look around first in a shop that has been at work for years, start the sample data beside it with{' '}
        <code>npm run demo</code>: it keeps a database of its own.
      </p>
    </main>
  );
}

const NEXT = [
  { href: '/people', label: 'Let people in', tone: 'main' },
  { href: '/labels', label: 'Print tags', tone: 'plain' },
  { href: '/files', label: 'Bring in what you have', tone: 'plain' },
  { href: '/', label: 'To the Floor', tone: 'plain' },
] as const;
