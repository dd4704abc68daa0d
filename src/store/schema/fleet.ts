import { sql } from 'drizzle-orm';
import { index, integer, real, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import type { Rating, SlotNeeds } from '@/core/battery/battery-label';
import type { BatteryType } from '@/core/battery/construction';
import type { Duty } from '@/core/battery/duty';
import type { NominalVolts } from '@/core/battery/nominal-volts';
import type { MeterUnit } from '@/core/circuit/visit';
import { FIRST_SHAPES } from '@/core/exchange/stored/shapes';
import type { Symptom } from '@/core/steps/complaint/plans';
import type { Engine } from '@/core/vehicle/engine';
import type { StartingPreventedBy } from '@/core/vehicle/starting-prevented';
import type { JoinedAs, Regulator, SystemVolts, VehicleClass } from '@/core/vehicle/vehicle';
import { uuid } from '../uuid-column';
import { moment, momentCheck, shape } from './columns';
import { arrival, imports, technicians } from './shop';

export const batteries = sqliteTable(
  'batteries',
  {
    id: uuid('id').primaryKey(),
    tag: text('tag').notNull(),
    tagKey: text('tag_key').notNull(),
    type: text('type').$type<BatteryType>().notNull(),
    nominalVolts: integer('nominal_volts').$type<NominalVolts>().notNull(),
    ratings: text('ratings', { mode: 'json' }).$type<Rating[]>().notNull(),
    c20Ah: real('c20_ah'),
    rcMinutes: real('rc_minutes'),
    model: text('model').notNull(),
    place: text('place').notNull(),
    dateCode: text('date_code').notNull(),
    fittedOn: text('fitted_on'),
    group: text('size_group').notNull().default(''),
    slot: text('slot', { mode: 'json' }).$type<SlotNeeds>(),
    baselineSiemens: real('baseline_siemens'),
    duty: text('duty').$type<Duty>(),
    /** The last day of its maker’s or seller’s warranty. */
    warrantyTo: text('warranty_to'),
    referenceFromMs: moment('reference_from_ms'),
    changedAtMs: moment('changed_at_ms').notNull(),
    changedById: uuid('changed_by_id')
      .notNull()
      .references(() => technicians.id),
    /** Counts the changes of the label, so that of two who put it right the later one is told. */
    revision: integer('revision').notNull().default(1),
    /** The import that it was registered by. */
    importId: uuid('import_id').references(() => imports.id),
    arrivalId: arrival(),
    shape: shape(FIRST_SHAPES.label),
  },
  (table) => [
    index('batteries_by_import').on(table.importId),
    index('batteries_by_arrival').on(table.arrivalId),
    uniqueIndex('batteries_by_tag').on(table.tagKey),
    // A round asks which of the few that are cycled deeply are to be equalised.
    index('batteries_deep_cycled').on(table.tagKey).where(sql`${table.duty} = 'deep_cycle'`),
    momentCheck('batteries_moments', table.changedAtMs),
    momentCheck('batteries_reference', table.referenceFromMs),
  ],
);

export const vehicles = sqliteTable(
  'vehicles',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull(),
    class: text('class').$type<VehicleClass>().notNull(),
    site: text('site').notNull(),
    engine: text('engine').$type<Engine>(),
    cylinders: integer('cylinders'),
    systemVolts: integer('system_volts').$type<SystemVolts>(),
    alternatorAmps: real('alternator_amps'),
    regulator: text('regulator').$type<Regulator>(),
    ownVoltsFrom: real('own_volts_from'),
    ownVoltsTo: real('own_volts_to'),
    preventedBy: text('prevented_by').$type<StartingPreventedBy>(),
    joined: text('joined').$type<JoinedAs>(),
    needs: text('needs', { mode: 'json' }).$type<SlotNeeds>(),
    note: text('note').notNull().default(''),
    /** Counts the changes, so that of two who change it the later one is told. */
    revision: integer('revision').notNull().default(1),
  },
  (table) => [uniqueIndex('vehicles_by_name').on(table.name)],
);

/** Which battery held which place of which vehicle, and from when to when. */
export const slots = sqliteTable(
  'slots',
  {
    id: uuid('id').primaryKey(),
    vehicleId: uuid('vehicle_id')
      .notNull()
      .references(() => vehicles.id),
    batteryId: uuid('battery_id')
      .notNull()
      .references(() => batteries.id),
    name: text('name').notNull(),
    fromOn: text('from_on').notNull(),
    toOn: text('to_on'),
  },
  (table) => [
    index('slots_by_battery').on(table.batteryId, table.fromOn),
    index('slots_by_vehicle').on(table.vehicleId, table.fromOn),
  ],
);

/** Arrivals of vehicles. What is read meanwhile belongs to one by its time: a run need not name its visit. */
export const visits = sqliteTable(
  'visits',
  {
    id: uuid('id').primaryKey(),
    vehicleId: uuid('vehicle_id')
      .notNull()
      .references(() => vehicles.id),
    arrivedAtMs: moment('arrived_at_ms').notNull(),
    leftAtMs: moment('left_at_ms'),
    complaint: text('complaint').$type<Symptom>().notNull(),
    words: text('words').notNull(),
    meter: real('meter'),
    meterUnit: text('meter_unit').$type<MeterUnit>().notNull(),
    technicianId: uuid('technician_id')
      .notNull()
      .references(() => technicians.id),
  },
  (table) => [
    index('visits_by_vehicle').on(table.vehicleId, table.arrivedAtMs),
    // Two people who take in the same vehicle share one visit.
    uniqueIndex('visits_open').on(table.vehicleId).where(sql`${table.leftAtMs} is null`),
    momentCheck('visits_arrived', table.arrivedAtMs),
    momentCheck('visits_left', table.leftAtMs),
  ],
);
