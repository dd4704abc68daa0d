import type { TProperties, TSchema } from '@sinclair/typebox';
import type { Assessment } from '../../assessment/assess';
import { type StoredEvidence, VEHICLE_CHECKS } from '../../assessment/evidence';
import { FINDING_SEVERITY } from '../../assessment/finding';
import { STEP_IDS } from '../../assessment/step-id';
import { GRADES, VERDICTS } from '../../assessment/verdict';
import { BatteryLabelSchema } from '../../battery/battery-label';
import { CONSTRUCTIONS } from '../../battery/construction';
import { Type } from '../../quantity/type';
import { READING_DATA } from '../../steps/reading-data';

/** What later versions add is carried along: an old assessment is never made to say more than it said. */
const open = <P extends TProperties>(properties: P) => Type.Object(properties);
const optional = <S extends TSchema>(schema: S) => Type.Union([schema, Type.Null()]);
const oneOf = (values: readonly string[]) => Type.Unsafe<string>({ enum: [...values] });
const number = Type.Number({ minimum: -1e9, maximum: 1e9 });
const forced = Type.Boolean();

const label = BatteryLabelSchema.properties;

const ReferenceSchema = open({
  loadPct: optional(number),
  loads: Type.Integer({ minimum: 0, maximum: 10_000 }),
  conductancePct: optional(number),
  conductances: Type.Integer({ minimum: 0, maximum: 10_000 }),
});

const SpecSchema = open({
  construction: oneOf(CONSTRUCTIONS),
  nominalVolts: label.nominalVolts,
  ratings: label.ratings,
  c20Ah: label.c20Ah,
  rcMinutes: label.rcMinutes,
  slot: label.slot,
  duty: label.duty,
  baselineSiemens: label.baselineSiemens,
  reference: Type.Optional(ReferenceSchema),
});

const InspectionSchema = open(
  Object.fromEntries(
    Object.entries(READING_DATA.inspection.properties)
      .filter(([name]) => name !== 'levelsMm')
      .map(([name, schema]) => [name, Type.Optional(schema)]),
  ),
);

const VehicleCheckSchema = open({ ...READING_DATA.vehicle_check.properties });

/** All that was known of a battery when it was judged. Its numbers keep the ranges of the readings. */
export const EvidenceSchema = Type.Unsafe<StoredEvidence>(
  open({
    battery: SpecSchema,
    inspection: optional(InspectionSchema),
    openCircuit: optional(
      open({
        ...READING_DATA.open_circuit.properties,
        restMinutes: optional(number),
        surfaceRemoved: optional(Type.Boolean()),
        forced,
      }),
    ),
    hydrometer: Type.Optional(optional(open({ ...READING_DATA.hydrometer.properties, forced }))),
    cellVolts: Type.Optional(optional(open({ volts: READING_DATA.cell_probe.properties.volts, forced }))),
    conductance: Type.Optional(optional(open({ ...READING_DATA.conductance.properties, forced }))),
    load: Type.Optional(optional(open({ ...READING_DATA.load.properties, forced }))),
    recovery: Type.Optional(optional(open({ ...READING_DATA.recovery.properties, forced }))),
    crank: Type.Optional(
      optional(
        open({
          volts: READING_DATA.crank.properties.volts,
          seconds: READING_DATA.crank.properties.seconds,
          meanVolts: READING_DATA.crank.properties.meanVolts,
          amps: READING_DATA.crank.properties.amps,
          temperatureC: READING_DATA.crank.properties.temperatureC,
          forced,
        }),
      ),
    ),
    threeMinute: Type.Optional(optional(open({ ...READING_DATA.three_minute.properties, forced }))),
    stand: Type.Optional(optional(open({ ...READING_DATA.stand.properties, forced }))),
    discharge: Type.Optional(
      optional(open({ ...READING_DATA.discharge.properties, drained: Type.Boolean(), forced })),
    ),
    returned: Type.Optional(optional(open({ ampHours: number, fromPct: optional(number) }))),
    vehicleChecks: Type.Optional(Type.Array(VehicleCheckSchema, { maxItems: VEHICLE_CHECKS.length })),
    // Up to core 1.3 one was kept.
    vehicle: Type.Optional(optional(VehicleCheckSchema)),
    chargeRefused: Type.Optional(Type.Boolean()),
    chargesGiven: Type.Integer({ minimum: 0, maximum: 1000 }),
    cooledToC: Type.Optional(optional(number)),
    cranksSlowly: Type.Optional(Type.Literal(true)),
    conductancesMade: Type.Optional(Type.Integer({ minimum: 0, maximum: 10_000 })),
    loadsMadeVolts: Type.Optional(Type.Array(number, { maxItems: 10_000 })),
    skipped: Type.Optional(Type.Array(oneOf(STEP_IDS), { maxItems: 100 })),
  }),
);

const FindingSchema = open({
  code: oneOf(Object.keys(FINDING_SEVERITY)),
  severity: oneOf(['danger', 'fault', 'caution', 'sound', 'note']),
  measured: optional(
    open({ value: number, limit: number, margin: number, sd: number, unit: Type.String({ maxLength: 10 }) }),
  ),
  indicative: Type.Boolean(),
  check: Type.Optional(oneOf(VEHICLE_CHECKS)),
});

const EstimateSchema = open({ pct: number, sdPct: number });

/** What was computed, as it was. The estimates carry more than is named here: they are kept as they came. */
export const AssessmentSchema = Type.Unsafe<Assessment>(
  open({
    verdict: oneOf(VERDICTS),
    grade: optional(oneOf(GRADES)),
    rule: Type.String({ minLength: 1, maxLength: 10 }),
    decidedBy: oneOf(Object.keys(FINDING_SEVERITY)),
    next: optional(oneOf(STEP_IDS)),
    estimates: open({
      charge: optional(EstimateSchema),
      health: optional(EstimateSchema),
      load: optional(open({ standing: Type.String({ maxLength: 20 }), marginVolts: number })),
    }),
    findings: Type.Array(FindingSchema, { minItems: 1, maxItems: 200 }),
    rules: open({
      id: Type.String({ maxLength: 64 }),
      version: Type.Integer({ minimum: 1, maximum: 1_000_000 }),
    }),
    core: Type.String({ minLength: 1, maxLength: 20 }),
  }),
);
