import { crankingRating } from '../battery/cranking-rating';
import { amperesToDischarge, END_VOLTS_A_CELL, ratedMinutes } from '../battery/discharge-time';
import { convertRating, isRatingStandard, type RatingStandard } from '../battery/rating-standard';
import { gravityFromCharge } from '../correction/freezing';
import { formatQuantity, type Unit } from '../quantity/format';
import { tidy } from '../quantity/tidy';
import type { HouseRules } from '../rules/house-rules';
import type { Estimates } from './estimates';
import type { Evidence } from './evidence';
import { expectedLoadVolts, LIMIT_SECONDS, loadTaskAt } from './load-result';
import { ASSUMED_TEMPERATURE_C, ownVolt } from './reference';
import type { StepId } from './step-id';

/** The numbers of a run that one can ask "what if it had been otherwise?" about. */
export type Lever =
  | 'open_circuit'
  | 'temperature'
  | 'gravity'
  | 'weakest_cell'
  | 'conductance'
  | 'load'
  | 'recovery'
  | 'crank'
  | 'three_minute'
  | 'stand'
  | 'discharge';

type Range = readonly [least: number, most: number];

/** What can be asked of one reading. */
export interface LeverFacts {
  readonly step: StepId;
  readonly label: string;
  readonly unit: (evidence: Evidence) => Unit;
  /** The standard that amperes are of, where they are of one: said behind the unit. */
  readonly standard?: (evidence: Evidence) => RatingStandard | null;
  /** Finest step that is looked at, in the reading's unit. */
  readonly resolution: (evidence: Evidence) => number;
  readonly read: (evidence: Evidence) => number | null;
  /** What the reading can be at all, beside the others of the run. */
  readonly range: (evidence: Evidence) => Range;
  /** What a reading not yet taken may well turn out to be; null where that cannot be told yet. */
  readonly plausible: (evidence: Evidence, estimates: Estimates, rules: HouseRules) => Range | null;
  /** The same evidence with this reading put in or changed. */
  readonly put: (evidence: Evidence, value: number, rules: HouseRules) => Evidence;
}

const VOLT_STEP = 0.001;
const inVolts = () => 'V' as const;
const finest = () => VOLT_STEP;
const own = ({ battery }: Evidence, volts: number) => ownVolt(volts, battery.nominalVolts);
const ownRange = (evidence: Evidence, [least, most]: Range): Range => [
  own(evidence, least),
  own(evidence, most),
];

/** A tester is set to what stands first on the label. */
const standardOfLabel = ({ battery }: Evidence): RatingStandard => battery.ratings[0]?.standard ?? 'SAE';

const conductanceUnit = (evidence: Evidence) => evidence.conductance?.unit ?? standardOfLabel(evidence);

/** Healths between which a battery that nobody has tested yet may well lie, percent. A model of ours. */
const UNTESTED_HEALTH: Range = [30, 115];
/** Standard uncertainties on either side of what other tests have told. */
const TOLD_SIGMAS = 3;

/** Healths that the next test of power may well tell. */
function plausibleHealth({ health }: Estimates): Range {
  if (!health || health.indicative) return UNTESTED_HEALTH;
  const wide = TOLD_SIGMAS * Math.max(health.sdPct, 0.1 * health.pct);
  return [Math.max(UNTESTED_HEALTH[0], health.pct - wide), Math.min(UNTESTED_HEALTH[1], health.pct + wide)];
}

const knownTemperature = ({ openCircuit, hydrometer }: Evidence) =>
  openCircuit?.temperatureC ?? hydrometer?.temperatureC ?? null;

/** A voltage under the plausible healths of this battery at the rated load. */
function loadVolts(evidence: Evidence, estimates: Estimates): Range | null {
  const { charge, task } = estimates;
  if (!charge || !task) return null;
  const [weak, strong] = plausibleHealth(estimates).map((pct) =>
    expectedLoadVolts(evidence, charge, task, pct),
  );
  if (weak == null || strong == null) return null;
  return [Math.max(weak, own(evidence, 5)), strong];
}

const meanOf = (values: readonly number[]) =>
  tidy(values.reduce((sum, value) => sum + value, 0) / values.length);

/** Every lever, in working order. */
export const LEVERS: Readonly<Record<Lever, LeverFacts>> = {
  open_circuit: {
    step: 'open_circuit',
    label: 'Open-circuit voltage',
    unit: inVolts,
    resolution: finest,
    read: ({ openCircuit }) => openCircuit?.volts ?? null,
    range: (evidence) => {
      const [least, most] = ownRange(evidence, [10, 13.2]);
      return evidence.load ? [Math.max(least, tidy(evidence.load.volts + VOLT_STEP)), most] : [least, most];
    },
    plausible: (evidence) => ownRange(evidence, [11.5, 12.9]),
    put: (evidence, volts) => ({
      ...evidence,
      openCircuit: {
        ...(evidence.openCircuit ?? {
          temperatureC: ASSUMED_TEMPERATURE_C,
          restMinutes: null,
          surfaceRemoved: true,
          forced: false,
        }),
        volts,
      },
    }),
  },
  temperature: {
    step: 'open_circuit',
    label: 'Battery temperature',
    unit: () => '°C',
    resolution: () => 0.1,
    read: ({ load, openCircuit }) => (load ?? openCircuit)?.temperatureC ?? null,
    range: () => [-18, 50],
    plausible: () => null,
    put: (evidence, temperatureC) => ({
      ...evidence,
      openCircuit: evidence.openCircuit && { ...evidence.openCircuit, temperatureC },
      hydrometer: evidence.hydrometer && { ...evidence.hydrometer, temperatureC },
      conductance: evidence.conductance && { ...evidence.conductance, temperatureC },
      load: evidence.load && { ...evidence.load, temperatureC },
      crank: evidence.crank && { ...evidence.crank, temperatureC },
    }),
  },
  gravity: {
    step: 'hydrometer',
    label: 'Mean gravity',
    unit: () => '',
    resolution: () => 0.001,
    read: ({ hydrometer }) => hydrometer && meanOf(hydrometer.gravities),
    range: () => [1.05, 1.32],
    plausible: () => [1.1, 1.3],
    put: (evidence, mean) =>
      withGravities(evidence, (gravities) => {
        const shift = mean - meanOf(gravities);
        return gravities.map((gravity) => tidy(gravity + shift));
      }),
  },
  weakest_cell: {
    step: 'hydrometer',
    label: 'Weakest cell',
    unit: ({ hydrometer, cellVolts }) => (hydrometer || !cellVolts ? '' : 'V'),
    resolution: ({ hydrometer, cellVolts }) => (hydrometer || !cellVolts ? 0.001 : 0.01),
    read: ({ hydrometer, cellVolts }) => {
      const cells = hydrometer?.gravities ?? cellVolts?.volts;
      return cells ? Math.min(...cells) : null;
    },
    range: ({ hydrometer, cellVolts }) => (hydrometer || !cellVolts ? [1, 1.32] : [0.5, 2.3]),
    plausible: (evidence) => {
      const usual = usualGravity(evidence);
      return [tidy(usual - 0.08), usual];
    },
    put: (evidence, lowest) =>
      evidence.hydrometer || !evidence.cellVolts
        ? withGravities(evidence, (gravities) => withLowest(gravities, lowest))
        : {
            ...evidence,
            cellVolts: { ...evidence.cellVolts, volts: withLowest(evidence.cellVolts.volts, lowest) },
          },
  },
  conductance: {
    step: 'conductance',
    label: 'Conductance',
    unit: ({ conductance }) =>
      !conductance || isRatingStandard(conductance.unit) ? 'A' : conductance.unit === 'S' ? 'S' : 'mΩ',
    standard: (evidence) => {
      const unit = conductanceUnit(evidence);
      return isRatingStandard(unit) ? unit : null;
    },
    resolution: ({ conductance }) => (conductance?.unit === 'mohm' ? 0.01 : 1),
    read: ({ conductance }) => conductance?.value ?? null,
    range: ({ conductance }) => {
      const value = conductance?.value ?? 1;
      return [value / 5, value * 5];
    },
    plausible: (evidence, estimates) => {
      const sae = crankingRating(evidence.battery)?.saeAmps;
      if (sae === undefined) return null;
      const rated = convertRating(sae, 'SAE', standardOfLabel(evidence)).amps;
      const [least, most] = plausibleHealth(estimates);
      return [Math.round((rated * least) / 100), Math.round((rated * most) / 100)];
    },
    put: (evidence, value) => ({
      ...evidence,
      conductance: {
        ...(evidence.conductance ?? {
          unit: standardOfLabel(evidence),
          compensated: 'both',
          temperatureC: knownTemperature(evidence),
          forced: false,
        }),
        value,
      },
    }),
  },
  load: {
    step: 'load',
    label: 'Load test',
    unit: inVolts,
    resolution: finest,
    read: ({ load }) => load?.volts ?? null,
    range: (evidence) => {
      const [least, most] = ownRange(evidence, [6, 12.4]);
      const { openCircuit } = evidence;
      return openCircuit ? [least, Math.min(most, tidy(openCircuit.volts - VOLT_STEP))] : [least, most];
    },
    plausible: loadVolts,
    put: (evidence, volts, rules) => ({
      ...evidence,
      load: { ...(evidence.load ?? asSet(evidence, rules)), volts, stopped: null, trace: null },
      loadsMadeVolts: [
        ...(evidence.load ? evidence.loadsMadeVolts.slice(0, -1) : evidence.loadsMadeVolts),
        volts,
      ],
    }),
  },
  recovery: {
    step: 'recovery',
    label: 'Recovery',
    unit: inVolts,
    resolution: finest,
    read: ({ recovery }) => recovery?.volts ?? null,
    range: (evidence) => ownRange(evidence, [11.5, 12.8]),
    plausible: (evidence) => (evidence.load ? ownRange(evidence, [11.8, 12.7]) : null),
    put: (evidence, volts, rules) => ({
      ...evidence,
      recovery: { ...(evidence.recovery ?? { minutes: rules.recovery.minutes, forced: false }), volts },
    }),
  },
  crank: {
    step: 'crank',
    label: 'Cranking voltage',
    unit: inVolts,
    resolution: finest,
    read: ({ crank }) => crank?.volts ?? null,
    range: (evidence) => ownRange(evidence, [6, 12.4]),
    plausible: loadVolts,
    put: (evidence, volts) => ({
      ...evidence,
      crank: {
        ...(evidence.crank ?? {
          seconds: null,
          amps: null,
          temperatureC: knownTemperature(evidence),
          forced: false,
        }),
        volts,
      },
    }),
  },
  three_minute: {
    step: 'three_minute',
    label: 'Three-minute voltage',
    unit: inVolts,
    resolution: finest,
    read: ({ threeMinute }) => threeMinute?.volts ?? null,
    range: (evidence) => ownRange(evidence, [12.5, 18]),
    plausible: (evidence, _estimates, { threeMinute }) =>
      threeMinute.used && evidence.battery.construction === 'flooded'
        ? ownRange(evidence, [13.8, 16.8])
        : null,
    put: (evidence, volts) => ({
      ...evidence,
      threeMinute: { ...(evidence.threeMinute ?? { amps: 40, forced: false }), volts },
    }),
  },
  stand: {
    step: 'stand',
    label: 'Voltage after the stand',
    unit: inVolts,
    resolution: finest,
    read: ({ stand }) => stand?.volts ?? null,
    range: (evidence) => ownRange(evidence, [11, 13]),
    plausible: (evidence) => (evidence.openCircuit ? ownRange(evidence, [11.8, 12.8]) : null),
    put: (evidence, volts, rules) => ({
      ...evidence,
      stand: {
        ...(evidence.stand ?? {
          hours: rules.stand.leakHours,
          startVolts: evidence.openCircuit?.volts ?? volts,
          temperatureC: knownTemperature(evidence),
          forced: false,
        }),
        volts,
      },
    }),
  },
  discharge: {
    step: 'discharge',
    label: 'Discharge to its end',
    unit: () => 'min',
    resolution: () => 1,
    read: ({ discharge }) => discharge?.minutes ?? null,
    range: ({ battery, discharge }) => {
      const rated = ratedMinutes(battery, discharge?.amps ?? amperesToDischarge(battery)) ?? 1;
      return [1, Math.round(1.5 * rated)];
    },
    plausible: ({ battery }) => {
      const rated = ratedMinutes(battery, amperesToDischarge(battery));
      if (rated === undefined) return null;
      return [Math.round((rated * UNTESTED_HEALTH[0]) / 100), Math.round((rated * UNTESTED_HEALTH[1]) / 100)];
    },
    put: (evidence, minutes) => ({
      ...evidence,
      discharge: {
        ...(evidence.discharge ?? {
          amps: amperesToDischarge(evidence.battery),
          earlyVolts: null,
          endVolts: END_VOLTS_A_CELL * (evidence.battery.nominalVolts / 2),
          temperatureC: knownTemperature(evidence),
          drained: true,
          forced: false,
        }),
        minutes,
      },
    }),
  },
};

export const LEVER_NAMES = Object.keys(LEVERS) as readonly Lever[];

/** The gravity that goes with what is known of the charge, as a hydrometer would show it. */
function usualGravity({ battery, openCircuit }: Evidence): number {
  const scaled = openCircuit ? (openCircuit.volts * 12) / battery.nominalVolts : 12.5;
  const pct = Math.max(0, Math.min(100, ((scaled - 11.9) / 0.8) * 100));
  return tidy(gravityFromCharge(pct, battery.construction));
}

function withGravities(evidence: Evidence, change: (gravities: readonly number[]) => number[]): Evidence {
  const cells = evidence.battery.nominalVolts / 2;
  const reading = evidence.hydrometer ?? {
    gravities: new Array<number>(cells).fill(usualGravity(evidence)),
    temperatureC: ASSUMED_TEMPERATURE_C,
    compensated: true,
    forced: false,
  };
  return { ...evidence, hydrometer: { ...reading, gravities: change(reading.gravities) } };
}

function withLowest(values: readonly number[], lowest: number): number[] {
  const at = values.indexOf(Math.min(...values));
  return values.map((value, index) => (index === at ? lowest : value));
}

/** A load test imagined as the house asks for it, at the temperature known so far. */
function asSet(evidence: Evidence, rules: HouseRules) {
  const amps = loadTaskAt(evidence, knownTemperature(evidence), rules)?.ratedAmps ?? 1;
  return { amps, seconds: LIMIT_SECONDS, temperatureC: knownTemperature(evidence), forced: false };
}

/** Steps that a reading is told in: finer than these no instrument reads. */
const TOLD_STEP: Readonly<Partial<Record<Unit, number>>> = { V: 0.01, '': 0.001, mΩ: 0.1, '°C': 0.5 };
/** A step apart from a limit by less than this is on it. */
const ON_IT = 1e-9;

/**
 * A value at which a verdict changes, as it is told: in the unit of its reading, the standard named, and rounded so that the
 * figure told, entered as it stands, lies on the side that is spoken of: up for "or more" and "below", down for "or less".
 * @example leverWords('conductance', 455.2, evidence) // '456 A EN'
 */
export function leverWords(
  lever: Lever,
  value: number,
  evidence: Evidence,
  toward: 'up' | 'down' = 'up',
): string {
  const { unit, standard } = LEVERS[lever];
  const told = unit(evidence);
  const step = TOLD_STEP[told] ?? 1;
  const steps = toward === 'up' ? Math.ceil(value / step - ON_IT) : Math.floor(value / step + ON_IT);
  const named = standard?.(evidence);
  return `${formatQuantity(tidy(steps * step), told)}${named ? ` ${named}` : ''}`;
}
