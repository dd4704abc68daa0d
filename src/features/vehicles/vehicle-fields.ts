import type { Engine } from '@/core/vehicle/engine';
import type { StartingPreventedBy } from '@/core/vehicle/starting-prevented';
import {
  type JoinedAs,
  type Regulator,
  SYSTEM_VOLTS,
  type Vehicle,
  type VehicleClass,
} from '@/core/vehicle/vehicle';
import { type SlotFields, slotFieldsOf, slotNeedsOf } from '@/ui/slot-fields';
import { typedNumber } from '@/ui/typed-number';

/** A vehicle as its form holds it: everything as typed. */
export interface VehicleFields extends SlotFields {
  name: string;
  class: VehicleClass;
  site: string;
  engine: Engine | '';
  cylinders: string;
  systemVolts: string;
  alternatorAmps: string;
  regulator: Regulator | '';
  ownVoltsFrom: string;
  ownVoltsTo: string;
  preventedBy: StartingPreventedBy | '';
  joined: JoinedAs | '';
  note: string;
}

const text = (value: number | null | undefined) => (value == null ? '' : String(value));

export function vehicleFieldsOf(vehicle: Vehicle | undefined): VehicleFields {
  return {
    name: vehicle?.name ?? '',
    class: vehicle?.class ?? 'van',
    site: vehicle?.site ?? '',
    engine: vehicle?.engine ?? '',
    cylinders: text(vehicle?.cylinders),
    systemVolts: text(vehicle?.systemVolts ?? 12),
    alternatorAmps: text(vehicle?.alternatorAmps),
    regulator: vehicle?.regulator ?? '',
    preventedBy: vehicle?.preventedBy ?? '',
    ownVoltsFrom: text(vehicle?.ownVoltsFrom),
    ownVoltsTo: text(vehicle?.ownVoltsTo),
    joined: vehicle?.joined ?? '',
    note: vehicle?.note ?? '',
    ...slotFieldsOf(vehicle?.needs),
  };
}

const blank = <T extends string>(word: T | ''): T | null => (word === '' ? null : word);

/** The vehicle that the form's fields say. */
export function vehicleOf(id: string, fields: VehicleFields): Vehicle {
  return {
    id,
    name: fields.name.trim(),
    class: fields.class,
    site: fields.site.trim(),
    engine: blank(fields.engine),
    cylinders: typedNumber(fields.cylinders),
    systemVolts: SYSTEM_VOLTS.find((volts) => String(volts) === fields.systemVolts) ?? null,
    alternatorAmps: typedNumber(fields.alternatorAmps),
    regulator: blank(fields.regulator),
    ownVoltsFrom: typedNumber(fields.ownVoltsFrom),
    ownVoltsTo: typedNumber(fields.ownVoltsTo),
    preventedBy: blank(fields.preventedBy),
    joined: blank(fields.joined),
    note: fields.note.trim(),
    needs: slotNeedsOf(fields),
  };
}
