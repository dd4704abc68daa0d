import type { BatteryLabel } from '@/core/battery/battery-label';
import type { BatteryType } from '@/core/battery/construction';
import type { Duty } from '@/core/battery/duty';
import { nominalVoltsOf } from '@/core/battery/nominal-volts';
import type { RatingStandard } from '@/core/battery/rating-standard';
import type { BatteryRecord } from '@/core/exchange/views';
import { dayWords } from '@/core/quantity/day';
import { readDay } from '@/core/quantity/read-day';
import type { Problem } from '@/core/quantity/result';
import { type SlotFields, slotFieldsOf, slotNeedsOf } from '@/ui/slot-fields';
import { typedNumber } from '@/ui/typed-number';

/** A label as a form holds it: everything as typed. */
export interface LabelFields extends SlotFields {
  tag: string;
  /** Empty until somebody says how it is made: it decides the test, and is never guessed. */
  type: BatteryType | '';
  /** As a word: one of those that blocks are made in. */
  nominalVolts: string;
  ratings: { standard: RatingStandard; amps: string }[];
  c20Ah: string;
  rcMinutes: string;
  model: string;
  place: string;
  dateCode: string;
  fittedOn: string;
  warrantyTo: string;
  group: string;
  baselineSiemens: string;
  duty: Duty;
}

/** An empty form, with the tag that was scanned. */
export function emptyFields(tag: string, standard: RatingStandard = 'SAE'): LabelFields {
  return {
    tag,
    type: '',
    nominalVolts: '12',
    ratings: [{ standard, amps: '' }],
    c20Ah: '',
    rcMinutes: '',
    model: '',
    place: '',
    dateCode: '',
    fittedOn: '',
    warrantyTo: '',
    group: '',
    baselineSiemens: '',
    duty: 'starting',
    ...slotFieldsOf(null),
  };
}

/** A registered battery's label as a form holds it. */
export function fieldsOf(battery: BatteryRecord): LabelFields {
  const { tag, type, nominalVolts, ratings, c20Ah, rcMinutes, model, place, dateCode, fittedOn } = battery;
  return {
    tag,
    type,
    nominalVolts: String(nominalVolts),
    ratings:
      ratings.length > 0
        ? ratings.map(({ standard, amps }) => ({ standard, amps: String(amps) }))
        : emptyFields('').ratings,
    c20Ah: c20Ah === null ? '' : String(c20Ah),
    rcMinutes: rcMinutes === null ? '' : String(rcMinutes),
    model,
    place,
    dateCode,
    fittedOn: fittedOn === null ? '' : dayWords(fittedOn),
    warrantyTo: battery.warrantyTo == null ? '' : dayWords(battery.warrantyTo),
    group: battery.group ?? '',
    baselineSiemens: battery.baselineSiemens == null ? '' : String(battery.baselineSiemens),
    duty: battery.duty ?? 'starting',
    ...slotFieldsOf(battery.slot),
  };
}

/** The label that the form's fields say. Rating rows left empty are no rating. */
export function labelOf(fields: LabelFields): BatteryLabel {
  return {
    tag: fields.tag.trim(),
    type: fields.type as BatteryType,
    nominalVolts: nominalVoltsOf(fields.nominalVolts) ?? 12,
    ratings: fields.ratings.flatMap(({ standard, amps }) => {
      const value = typedNumber(amps);
      return value === null ? [] : [{ standard, amps: value }];
    }),
    c20Ah: typedNumber(fields.c20Ah),
    rcMinutes: typedNumber(fields.rcMinutes),
    model: fields.model.trim(),
    place: fields.place.trim(),
    dateCode: fields.dateCode.trim(),
    fittedOn: readDay(fields.fittedOn),
    warrantyTo: readDay(fields.warrantyTo),
    group: fields.group.trim(),
    baselineSiemens: typedNumber(fields.baselineSiemens),
    // One that only starts an engine is what a label without a word says.
    duty: fields.duty === 'starting' ? null : fields.duty,
    slot: slotNeedsOf(fields),
  };
}

/** The form field that a problem of the server's is about, if it is about one. */
export function fieldOfProblem({ field }: Problem): keyof LabelFields | null {
  const name = field.split('/')[1];
  return name !== undefined && name in emptyFields('') ? (name as keyof LabelFields) : null;
}
