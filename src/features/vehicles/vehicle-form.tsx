'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { FormProvider, useForm } from 'react-hook-form';
import { uuidv7 } from 'uuidv7';
import type { Problem } from '@/core/quantity/result';
import { ENGINE_FACTS, ENGINES } from '@/core/vehicle/engine';
import { STARTING_PREVENTED_BY } from '@/core/vehicle/starting-prevented';
import { JOINED_AS, REGULATORS, SYSTEM_VOLTS, VEHICLE_CLASSES, type Vehicle } from '@/core/vehicle/vehicle';
import { problemsOf, send } from '@/ui/api';
import { FormSelect, TextField } from '@/ui/field';
import { Problems } from '@/ui/problems';
import { RegisterKeys } from '@/ui/register-keys';
import { useSite } from '@/ui/site';
import { SlotNeedsEntry } from '@/ui/slot-needs-entry';
import { type VehicleFields, vehicleFieldsOf, vehicleOf } from './vehicle-fields';

const NOT_KNOWN = { value: '', label: 'Not known' } as const;
const optionsOf = <T extends string>(names: Readonly<Record<T, string>>) =>
  (Object.keys(names) as T[]).map((value) => ({ value, label: names[value] }));
const ENGINE_OPTIONS = [NOT_KNOWN, ...ENGINES.map((value) => ({ value, label: ENGINE_FACTS[value].label }))];
const VOLT_OPTIONS = SYSTEM_VOLTS.map((volts) => ({ value: String(volts), label: `${volts} V` }));

/** What is known of a vehicle: for a new one, or put right. */
export function VehicleForm({ vehicle }: { readonly vehicle?: Vehicle & { readonly revision: number } }) {
  const router = useRouter();
  const { whoIsHere } = useSite();
  const [newId] = useState(uuidv7);
  const form = useForm<VehicleFields>({ defaultValues: vehicleFieldsOf(vehicle) });
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const save = form.handleSubmit(async (fields) => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const id = vehicle?.id ?? newId;
    const body = { technicianId, vehicle: vehicleOf(id, fields), seenRevision: vehicle?.revision ?? null };
    const reply = await send<{ id: string }>('/api/vehicles', body);
    setProblems(problemsOf(reply));
    if (!('unreachable' in reply) && reply.ok) router.push(`/vehicles/${id}`);
  });
  const name = form.register('name', {
    validate: (typed) => typed.trim() !== '' || 'Found nothing, expected a name',
    maxLength: { value: 80, message: 'At most 80 characters' },
  });
  const number = (field: 'cylinders' | 'alternatorAmps' | 'ownVoltsFrom' | 'ownVoltsTo', label: string) => (
    <TextField
      label={label}
      inputMode="decimal"
      error={form.formState.errors[field]?.message}
      registered={form.register(field, {
        validate: (typed) =>
          typed.trim() === '' ||
          Number.isFinite(Number(typed.trim().replace(',', '.'))) ||
          `Found ${typed}, expected a number`,
      })}
    />
  );
  return (
    <main className="mx-auto max-w-3xl px-4 py-5">
      <form onSubmit={save} noValidate className="grid gap-5">
        <h1 className="text-2xl font-semibold">
          {vehicle ? `Put ${vehicle.name} right` : 'Register a vehicle'}
        </h1>
        <p className="text-soft">Leave what is not known: nothing is guessed without saying so.</p>
        <div className="sheet grid gap-5 p-5 sm:grid-cols-2">
          <TextField
            label="Name or fleet number"
            error={form.formState.errors.name?.message}
            registered={name}
          />
          <FormSelect form={form} name="class" label="What it is" options={optionsOf(VEHICLE_CLASSES)} />
          <TextField label="Where it belongs" registered={form.register('site', { maxLength: 80 })} />
          <FormSelect form={form} name="engine" label="Engine" options={ENGINE_OPTIONS} />
          {number('cylinders', 'Cylinders')}
          <FormSelect form={form} name="systemVolts" label="System" options={VOLT_OPTIONS} />
          {number('alternatorAmps', 'Alternator, A')}
          <FormSelect
            form={form}
            name="regulator"
            label="Regulator"
            options={[NOT_KNOWN, ...optionsOf(REGULATORS)]}
          />
          {number('ownVoltsFrom', 'Maker’s own voltage, from, V')}
          {number('ownVoltsTo', 'to, V')}
          <FormSelect
            form={form}
            name="preventedBy"
            label="Kept from starting by"
            options={[NOT_KNOWN, ...optionsOf(STARTING_PREVENTED_BY)]}
          />
          <FormSelect
            form={form}
            name="joined"
            label="Its batteries are joined"
            options={[NOT_KNOWN, ...optionsOf(JOINED_AS)]}
          />
          <FormProvider {...form}>
            <SlotNeedsEntry />
          </FormProvider>
          <div className="sm:col-span-2">
            <TextField label="Note" registered={form.register('note', { maxLength: 400 })} />
          </div>
        </div>
        <Problems problems={problems} />
        <RegisterKeys isSending={form.formState.isSubmitting} keep={vehicle ? 'Save' : 'Register'} />
      </form>
    </main>
  );
}
