'use client';

import { CirclePlus, Trash2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { type FieldErrors, type UseFormReturn, useFieldArray, useForm } from 'react-hook-form';
import { uuidv7 } from 'uuidv7';
import { batteryTypeLabel, CONSTRUCTIONS, OTHER_CHEMISTRIES } from '@/core/battery/construction';
import { RATING_STANDARDS, STANDARD_FACTS } from '@/core/battery/rating-standard';
import type { BatteryRecord } from '@/core/exchange/views';
import type { Quantity } from '@/core/quantity/entry';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { Field, INPUT, TextField } from '@/ui/field';
import { KeyBar } from '@/ui/key-bar';
import { Problems } from '@/ui/problems';
import { useSite } from '@/ui/site';
import {
  emptyFields,
  fieldOfProblem,
  fieldsOf,
  type LabelFields,
  labelOf,
  numberComplaint,
  numberQuestion,
} from './label-fields';

/** Copies a battery's label: for a new battery with the tag that was scanned, or for one whose label was copied wrongly. */
export function LabelForm({
  tag = '',
  battery,
}: {
  readonly tag?: string;
  readonly battery?: BatteryRecord;
}) {
  const router = useRouter();
  const { ratingStandard } = useSite();
  const form = useForm<LabelFields>({
    defaultValues: battery ? fieldsOf(battery) : emptyFields(tag, ratingStandard),
  });
  const { save, problems } = useSaving(form, battery);
  return (
    <main className="mx-auto max-w-3xl px-4 py-5">
      <form onSubmit={save} noValidate className="grid gap-5">
        <h1 className="text-2xl font-semibold">
          {battery ? `Correct the label of ${battery.tag}` : 'Register a battery'}
        </h1>
        <p className="text-soft">
          Copy what is printed. Leave empty what is not there; nothing is guessed without saying so.
        </p>
        <div className="sheet grid gap-5 p-5 sm:grid-cols-2">
          <WhatDecides form={form} />
          <WhereItBelongs form={form} />
          <SlotFields form={form} />
        </div>
        <Problems problems={problems} />
        <KeyBar>
          <Button tone="quiet" large onClick={() => router.back()}>
            Cancel
          </Button>
          <Button type="submit" tone="main" large shortcut="Enter" disabled={form.formState.isSubmitting}>
            {battery ? 'Save the label' : 'Register'}
          </Button>
        </KeyBar>
      </form>
    </main>
  );
}

type Form = UseFormReturn<LabelFields>;

/** Sends the label; what the server does not take is told at its field. */
function useSaving(form: Form, battery: BatteryRecord | undefined) {
  const router = useRouter();
  const { whoIsHere } = useSite();
  const [newId] = useState(uuidv7);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const save = form.handleSubmit(async (fields) => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const id = battery?.id ?? newId;
    const body = { id, technicianId, label: labelOf(fields) };
    const seenRevision = battery?.revision ?? 1;
    const reply = battery
      ? await send<{ id: string }>(`/api/batteries/${id}`, { ...body, seenRevision }, { method: 'PUT' })
      : await send<{ id: string }>('/api/batteries', body);
    if (!('unreachable' in reply) && reply.ok) return router.push(`/batteries/${id}`);
    const all = problemsOf(reply);
    for (const problem of all) {
      const field = fieldOfProblem(problem);
      if (field) form.setError(field, { message: problem.message });
    }
    setProblems(all.filter((problem) => fieldOfProblem(problem) === null));
  });
  return { save, problems };
}

/** What decides how it is tested: its tag, what it is made as, and what it is rated for. */
function WhatDecides({ form }: { readonly form: Form }) {
  const { register, formState } = form;
  const { errors } = formState;
  const tag = register('tag', {
    required: 'Found nothing, expected a tag',
    maxLength: { value: 32, message: 'At most 32 characters' },
  });
  return (
    <>
      <TextField label="Tag" error={errors.tag?.message} registered={tag} className="figures text-lg" />
      <Field label="Nominal voltage" error={errors.nominalVolts?.message}>
        {(control) => (
          <select {...control} {...register('nominalVolts')} className={INPUT}>
            <option value="12">12 V</option>
            <option value="6">6 V</option>
          </select>
        )}
      </Field>
      <Field label="Construction" error={errors.type?.message}>
        {(control) => (
          <select {...control} {...register('type')} className={INPUT}>
            {[...CONSTRUCTIONS, ...OTHER_CHEMISTRIES].map((type) => (
              <option key={type} value={type}>
                {batteryTypeLabel(type)}
              </option>
            ))}
          </select>
        )}
      </Field>
      <NumberField form={form} name="c20Ah" quantity="c20Ah" label="Capacity C20, Ah" />
      <Ratings form={form} />
      <NumberField form={form} name="rcMinutes" quantity="rcMinutes" label="Reserve capacity, min" />
    </>
  );
}

/** Who made it, and where and since when it is. */
function WhereItBelongs({ form }: { readonly form: Form }) {
  const { register, formState } = form;
  const line = (name: 'model' | 'place' | 'dateCode' | 'group', label: string, maxLength: number) => (
    <TextField
      label={label}
      error={formState.errors[name]?.message}
      registered={{ ...register(name), maxLength }}
    />
  );
  return (
    <>
      {line('model', 'Maker and model', 80)}
      {line('place', 'Vehicle or shelf', 80)}
      {line('dateCode', 'Date code', 32)}
      <Field label="Fitted on" error={formState.errors.fittedOn?.message}>
        {(control) => <input {...control} type="date" {...register('fittedOn')} className={INPUT} />}
      </Field>
      {line('group', 'Group or size', 32)}
      <NumberField form={form} name="baselineSiemens" quantity="siemens" label="Conductance when new, S" />
    </>
  );
}

/** A number of the label: refused where it cannot be, asked about where it is unusual. */
function NumberField({
  form,
  name,
  quantity,
  label,
}: {
  readonly form: Form;
  readonly name: 'c20Ah' | 'rcMinutes' | 'baselineSiemens';
  readonly quantity: Quantity;
  readonly label: string;
}) {
  const { register, formState, watch } = form;
  return (
    <TextField
      label={label}
      error={formState.errors[name]?.message}
      question={numberQuestion(quantity, watch(name))}
      registered={register(name, { validate: (text) => numberComplaint(quantity, text) })}
      inputMode="decimal"
    />
  );
}

/** What the vehicle or slot asks for, so that the Bench can say whether this is the right battery for it. */
function SlotFields({ form }: { readonly form: Form }) {
  const { register, formState, watch } = form;
  return (
    <fieldset className="grid gap-2 sm:col-span-2">
      <legend className="heading mb-1">What its vehicle or slot asks for, as the handbook says</legend>
      <div className="flex flex-wrap items-start gap-2">
        <select
          {...register('slotType')}
          aria-label="Construction that the slot asks for"
          className={`${INPUT} max-w-44`}
        >
          <option value="">any construction</option>
          {CONSTRUCTIONS.map((type) => (
            <option key={type} value={type}>
              {batteryTypeLabel(type)}
            </option>
          ))}
        </select>
        <select
          {...register('slotStandard')}
          aria-label="Standard of the rating that the slot asks for"
          className={`${INPUT} max-w-28`}
        >
          {RATING_STANDARDS.map((name) => (
            <option key={name}>{name}</option>
          ))}
        </select>
        <Field
          label="Rating that the slot asks for, A"
          hideLabel
          error={formState.errors.slotAmps?.message}
          question={numberQuestion('ratingAmps', watch('slotAmps'))}
        >
          {(control) => (
            <input
              {...control}
              {...register('slotAmps', { validate: (text) => numberComplaint('ratingAmps', text) })}
              inputMode="decimal"
              placeholder="A"
              className={`${INPUT} figures max-w-32`}
              autoComplete="off"
            />
          )}
        </Field>
      </div>
    </fieldset>
  );
}

/** Every cranking rating on the label, each under its own standard. */
function Ratings({ form }: { readonly form: Form }) {
  const { control, register, watch, formState } = form;
  const { fields, append, remove } = useFieldArray({ control, name: 'ratings' });
  const errors: FieldErrors<LabelFields>['ratings'] = formState.errors.ratings;
  return (
    <fieldset className="grid gap-2 sm:col-span-2">
      <legend className="heading mb-1">Cranking ratings, each under the standard printed beside it</legend>
      {fields.map(({ id }, index) => {
        const standard = watch(`ratings.${index}.standard`);
        return (
          <div key={id} className="flex flex-wrap items-start gap-2">
            <select
              {...register(`ratings.${index}.standard`)}
              aria-label={`Standard of rating ${index + 1}`}
              className={`${INPUT} max-w-28`}
            >
              {RATING_STANDARDS.map((name) => (
                <option key={name}>{name}</option>
              ))}
            </select>
            <Field
              label={`Rating ${index + 1}, A`}
              hideLabel
              error={errors?.[index]?.amps?.message}
              question={numberQuestion('ratingAmps', watch(`ratings.${index}.amps`))}
            >
              {(control) => (
                <input
                  {...control}
                  {...register(`ratings.${index}.amps`, {
                    validate: (text) => numberComplaint('ratingAmps', text),
                  })}
                  inputMode="decimal"
                  placeholder="A"
                  className={`${INPUT} figures max-w-32`}
                  autoComplete="off"
                />
              )}
            </Field>
            <p className="min-h-12 grow basis-40 content-center text-sm text-soft">
              {STANDARD_FACTS[standard].asks}
            </p>
            {fields.length > 1 && (
              <Button tone="quiet" aria-label={`Remove rating ${index + 1}`} onClick={() => remove(index)}>
                <Trash2 size={18} aria-hidden="true" />
              </Button>
            )}
          </div>
        );
      })}
      {errors?.message && <p className="text-retire">{errors.message}</p>}
      {fields.length < RATING_STANDARDS.length && (
        <Button
          tone="quiet"
          className="justify-self-start"
          onClick={() => append({ standard: unusedStandard(watch('ratings')), amps: '' })}
        >
          <CirclePlus size={18} aria-hidden="true" className="mr-2 inline" />
          Another rating
        </Button>
      )}
    </fieldset>
  );
}

function unusedStandard(ratings: LabelFields['ratings']) {
  return RATING_STANDARDS.find((name) => ratings.every(({ standard }) => standard !== name)) ?? 'SAE';
}
