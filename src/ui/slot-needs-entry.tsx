import { useFormContext } from 'react-hook-form';
import { batteryTypeLabel, CONSTRUCTIONS } from '@/core/battery/construction';
import { RATING_STANDARDS } from '@/core/battery/rating-standard';
import { Field, FormSelect, INPUT } from './field';
import { numberComplaint, numberQuestion } from './number-complaint';
import type { SlotFields } from './slot-fields';

const SLOT_TYPES = [
  { value: '', label: 'any construction' },
  ...CONSTRUCTIONS.map((type) => ({ value: type, label: batteryTypeLabel(type) })),
];
const STANDARDS = RATING_STANDARDS.map((value) => ({ value, label: value }));

/** What a vehicle or slot asks for, so that the Bench and whoever fits a battery can say whether it is the right one. */
export function SlotNeedsEntry() {
  const form = useFormContext<SlotFields>();
  const { register, formState, watch } = form;
  return (
    <fieldset className="grid gap-2 sm:col-span-2">
      <legend className="heading mb-1">What its vehicle or slot asks for, as the handbook says</legend>
      <div className="flex flex-wrap items-start gap-2">
        <FormSelect
          form={form}
          name="slotType"
          label="Construction that the slot asks for"
          hideLabel
          options={SLOT_TYPES}
          className="w-48"
        />
        <FormSelect
          form={form}
          name="slotStandard"
          label="Standard of the rating that the slot asks for"
          hideLabel
          options={STANDARDS}
          className="w-28"
        />
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
