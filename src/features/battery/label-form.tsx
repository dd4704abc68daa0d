'use client';

import { ChevronDown, CirclePlus, Trash2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import {
  Controller,
  type FieldErrors,
  FormProvider,
  type UseFormReturn,
  useFieldArray,
  useForm,
} from 'react-hook-form';
import { uuidv7 } from 'uuidv7';
import { batteryTypeLabel, CONSTRUCTIONS, OTHER_CHEMISTRIES } from '@/core/battery/construction';
import { DUTIES, DUTY_LABELS } from '@/core/battery/duty';
import { NOMINAL_WORDS } from '@/core/battery/nominal-volts';
import { RATING_STANDARDS, STANDARD_FACTS } from '@/core/battery/rating-standard';
import type { BatteryRecord } from '@/core/exchange/views';
import { dayWords } from '@/core/quantity/day';
import type { Quantity } from '@/core/quantity/entry';
import { readDay } from '@/core/quantity/read-day';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { Choices } from '@/ui/choices';
import { Field, FormSelect, INPUT, TextField } from '@/ui/field';
import { numberComplaint, numberQuestion } from '@/ui/number-complaint';
import { Problems } from '@/ui/problems';
import { RegisterKeys } from '@/ui/register-keys';
import { useSite, useWords } from '@/ui/site';
import { SlotNeedsEntry } from '@/ui/slot-needs-entry';
import { emptyFields, fieldOfProblem, fieldsOf, type LabelFields, labelOf } from './label-fields';

/** Copies a battery's label: for a new battery with the tag that was scanned, or for one whose label was copied wrongly. */
export function LabelForm({
  tag = '',
  battery,
}: {
  readonly tag?: string;
  readonly battery?: BatteryRecord;
}) {
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
        </div>
        <TheRest form={form} open={battery !== undefined} />
        <Problems problems={problems} />
        <RegisterKeys
          isSending={form.formState.isSubmitting}
          keep={battery ? 'Save the label' : 'Register'}
        />
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
    const label = labelOf(fields);
    const { referenceFromMs } = battery ?? {};
    // The form does not ask for it: it is said on the Battery page, and stays.
    const body = { id, technicianId, label: referenceFromMs == null ? label : { ...label, referenceFromMs } };
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

const TYPES = [...CONSTRUCTIONS, ...OTHER_CHEMISTRIES].map((type) => ({
  value: type,
  label: batteryTypeLabel(type),
}));
const VOLTS = [...NOMINAL_WORDS].reverse().map((value) => ({ value, label: `${value} V` }));
const DUTY_CHOICES = DUTIES.map((duty) => ({ value: duty, label: DUTY_LABELS[duty] }));
const STANDARDS = RATING_STANDARDS.map((name) => ({ value: name, label: name }));

/** What decides how it is tested: its tag, what it is made as, and what it is rated for. */
function WhatDecides({ form }: { readonly form: Form }) {
  const { register, formState } = form;
  const tag = register('tag', {
    required: 'Found nothing, expected a tag',
    maxLength: { value: 32, message: 'At most 32 characters' },
  });
  return (
    <>
      <TextField
        label="Tag"
        error={formState.errors.tag?.message}
        registered={tag}
        className="figures text-lg"
      />
      <FormChoices form={form} name="nominalVolts" legend="Nominal voltage" choices={VOLTS} />
      <div className="sm:col-span-2">
        <FormChoices
          form={form}
          name="type"
          legend="Construction"
          choices={TYPES}
          missing="Found nothing, expected how it is made: its label or its caps say so"
        />
      </div>
      <Ratings form={form} />
      <div className="sm:col-span-2">
        <FormChoices form={form} name="duty" legend="What it is for" choices={DUTY_CHOICES} />
      </div>
      <NumberField form={form} name="c20Ah" quantity="c20Ah" label="Capacity C20, Ah" />
      <NumberField form={form} name="rcMinutes" quantity="rcMinutes" label="Reserve capacity, min" />
    </>
  );
}

/** One of a few, nothing chosen before somebody does. */
function FormChoices<N extends 'type' | 'nominalVolts' | 'duty'>({
  form,
  name,
  legend,
  choices,
  missing,
}: {
  readonly form: Form;
  readonly name: N;
  readonly legend: string;
  readonly choices: readonly { readonly value: LabelFields[N] & string; readonly label: string }[];
  readonly missing?: string;
}) {
  return (
    <Controller
      control={form.control}
      name={name}
      rules={missing === undefined ? {} : { required: missing }}
      render={({ field: { value, onChange }, fieldState: { error } }) => (
        <div className="grid gap-1">
          <Choices
            legend={legend}
            name={name}
            choices={choices}
            chosen={value === '' ? null : (value as LabelFields[N] & string)}
            onChoose={onChange}
          />
          {error && (
            <span role="alert" className="text-sm text-retire">
              {error.message}
            </span>
          )}
        </div>
      )}
    />
  );
}

/** What else is printed, and where it belongs: it decides nothing, and folds. */
function TheRest({ form, open }: { readonly form: Form; readonly open: boolean }) {
  const { errors } = form.formState;
  const wrong = FOLDED.some((name) => errors[name] !== undefined);
  const [unfolded, setUnfolded] = useState(open);
  return (
    <details
      className="sheet group"
      open={unfolded || wrong}
      onToggle={(event) => setUnfolded(event.currentTarget.open)}
    >
      <summary className="flex min-h-14 list-none items-center gap-3 px-5">
        <ChevronDown size={18} aria-hidden="true" className="group-open:rotate-180" />
        <span className="font-semibold">Where it belongs, and what else is printed</span>
        <span className="text-soft max-sm:hidden">place, model, dates, group, its slot</span>
      </summary>
      <div className="grid gap-5 px-5 pb-5 sm:grid-cols-2">
        <WhereItBelongs form={form} />
        <FormProvider {...form}>
          <SlotNeedsEntry />
        </FormProvider>
      </div>
    </details>
  );
}

const FOLDED = [
  'place',
  'model',
  'dateCode',
  'fittedOn',
  'warrantyTo',
  'group',
  'baselineSiemens',
  'slotAmps',
] as const;

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
      {line('place', 'Vehicle or shelf', 80)}
      {line('model', 'Maker and model', 80)}
      <DayField form={form} name="fittedOn" label="Fitted on" />
      <DayField form={form} name="warrantyTo" label="Warranty to" />
      {line('dateCode', 'Date code', 32)}
      {line('group', 'Group or size', 32)}
      <NumberField form={form} name="baselineSiemens" quantity="siemens" label="Conductance when new, S" />
    </>
  );
}

/** A day of the label, typed in any way that can mean one day only, and shown as days are everywhere. */
function DayField({
  form,
  name,
  label,
}: {
  readonly form: Form;
  readonly name: 'fittedOn' | 'warrantyTo';
  readonly label: string;
}) {
  const { register, formState, setValue } = form;
  const registered = register(name, {
    validate: (text) =>
      text.trim() === '' || readDay(text) !== null || `Found ${text}, expected a day: 31 Jan 2026`,
    onBlur: (event: React.FocusEvent<HTMLInputElement>) => {
      const day = readDay(event.target.value);
      if (day !== null) setValue(name, dayWords(day));
    },
  });
  return (
    <TextField
      label={label}
      hint="As 31 Jan 2026 or 2026-01-31."
      error={formState.errors[name]?.message}
      registered={registered}
    />
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

/** Every cranking rating on the label, each under its own standard. */
function Ratings({ form }: { readonly form: Form }) {
  const words = useWords();
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
            <FormSelect
              form={form}
              name={`ratings.${index}.standard`}
              label={`Standard of rating ${index + 1}`}
              hideLabel
              options={STANDARDS}
              className="w-28"
            />
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
              {words(STANDARD_FACTS[standard].asks)}
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
