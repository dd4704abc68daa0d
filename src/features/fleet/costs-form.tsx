'use client';

import { ChevronDown } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import type { TriedCosts } from '@/core/exchange/fleet-views';
import {
  COST_FIELDS,
  type CostField,
  changedCosts,
  costsByPath,
  costsFrom,
  STANDSTILL_FIELDS,
} from '@/core/planning/costs';
import type { Problem } from '@/core/quantity/result';
import { ActButton } from '@/ui/act-button';
import { problemsOf, send } from '@/ui/api';
import { buttonClass } from '@/ui/button';
import { TextField } from '@/ui/field';
import { Link } from '@/ui/link';
import { Problems } from '@/ui/problems';
import { useSite } from '@/ui/site';
import { addressOf } from './questions';

/** A point in a name means a field within a field to the form’s library. */
const nameOf = (path: string) => path.replace('.', '-');

/** What things cost: tried by its address alone, kept as the site’s own where somebody says so. */
export function CostsForm({ tried }: { readonly tried: TriedCosts }) {
  const { costs, own, isTried, currency, revision } = tried;
  const router = useRouter();
  const { whoIsHere } = useSite();
  const [problems, setProblems] = useState<readonly Problem[]>(tried.problems);
  const written = Object.fromEntries(
    Object.entries(costsByPath(costs)).map(([path, text]) => [nameOf(path), text]),
  );
  const form = useForm<Record<string, string>>({ values: written });
  const { errors, isSubmitting } = form.formState;

  /** The costs as they stand in the form; what is no amount is told at its field. */
  const read = (fields: Readonly<Record<string, string>>) => {
    const byPath = Object.fromEntries(
      [...COST_FIELDS, ...STANDSTILL_FIELDS].map(({ path }) => [path, fields[nameOf(path)]]),
    );
    const all = costsFrom(byPath, own);
    setProblems([]);
    if (!all.ok) for (const { field, message } of all.problems) form.setError(nameOf(field), { message });
    return all.ok ? all.value : null;
  };
  const tryThem = form.handleSubmit((fields) => {
    const all = read(fields);
    if (all) router.push(`${addressOf('buy')}?${new URLSearchParams(changedCosts({ costs: all, own }))}`);
  });
  const keepThem = form.handleSubmit(async (fields) => {
    const all = read(fields);
    const technicianId = all && whoIsHere();
    if (!technicianId) return;
    const body = { technicianId, seenRevision: revision, costs: all };
    const wrong = problemsOf(await send('/api/site/costs', body, { method: 'PUT' }));
    setProblems(wrong);
    if (wrong.length > 0) return;
    router.push(addressOf('buy'));
    router.refresh();
  });
  const fieldOf = ({ path, label }: CostField) => (
    <TextField
      key={path}
      label={`${label}, ${currency}`}
      error={errors[nameOf(path)]?.message}
      registered={{ ...form.register(nameOf(path)), maxLength: 10 }}
      inputMode="decimal"
    />
  );
  return (
    <details className="sheet no-print group" open={isTried || problems.length > 0}>
      <summary className="flex min-h-12 cursor-pointer list-none items-center gap-2 px-4 py-2 font-semibold">
        <ChevronDown size={18} aria-hidden="true" className="transition-transform group-open:rotate-180" />
        Costs it rests on, and what others would give
      </summary>
      <form onSubmit={tryThem} noValidate className="grid gap-4 border-t p-4">
        <Problems problems={problems} />
        <div className="grid gap-x-4 gap-y-2 sm:grid-cols-3 lg:grid-cols-5">{COST_FIELDS.map(fieldOf)}</div>
        <fieldset className="grid gap-2">
          <legend className="heading">A day of standing still</legend>
          <div className="grid gap-x-4 gap-y-2 sm:grid-cols-3 lg:grid-cols-5">
            {STANDSTILL_FIELDS.map(fieldOf)}
          </div>
        </fieldset>
        <div className="flex flex-wrap items-center gap-3">
          <ActButton act="set_site" type="submit" tone="main" disabled={isSubmitting}>
            Try these
          </ActButton>
          <ActButton act="set_site" disabled={isSubmitting} onClick={() => void keepThem()}>
            Keep as this site’s
          </ActButton>
          {isTried && (
            <Link href={addressOf('buy')} className={buttonClass('plain')}>
              Back to the site’s
            </Link>
          )}
        </div>
      </form>
    </details>
  );
}
