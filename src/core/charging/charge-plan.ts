import type { FindingCode } from '../assessment/finding';
import type { BatterySpec } from '../battery/battery';
import { type Construction, isSealed } from '../battery/construction';
import { workingCapacity } from '../battery/cranking-rating';
import { requireFinite, requirePositive, requireWithin } from '../quantity/finite';
import { ABSORPTION_VOLTS_PER_KELVIN, CHARGING_FACTS, FLOAT_VOLTS_PER_KELVIN } from './charging-facts';

/** How a charge is done: in full, slowly, watched out of deep discharge, or to even the cells. */
export type ChargeMode = 'normal' | 'slow' | 'deep' | 'equalise';

/** The ways of charging as they are asked for. */
export const CHARGE_WAYS: Readonly<Record<ChargeMode, string>> = {
  normal: 'In full',
  slow: 'Slowly',
  deep: 'Wake it, watched',
  equalise: 'Equalise',
};

/** What is asked of a plan. */
export interface ChargeTask {
  /** State of charge now, 0 to 100 %. */
  readonly chargePct: number;
  readonly temperatureC: number;
  /** What the charger can give, A; null takes the battery's largest. */
  readonly chargerAmps: number | null;
  /** A charger that senses the battery's temperature corrects its voltage itself: it is set as at 25 °C. */
  readonly senses: boolean;
  readonly mode: ChargeMode;
  /** One cell may be shorted: the others would be charged with its share of the voltage. */
  readonly suspectShort?: boolean;
}

/** What to set, how long it takes, and when it has to stop. Volts are the battery's own. */
export interface ChargePlan {
  readonly mode: ChargeMode;
  readonly c20Ah: number;
  readonly absorptionVolts: number;
  readonly floatVolts: number;
  readonly amps: number;
  readonly mostAmps: number;
  readonly returnAh: number;
  readonly bulkHours: number;
  readonly taperHours: number;
  readonly hours: number;
  /** Stop above this battery temperature, °C. */
  readonly stopC: number;
  /** Air that keeps its hydrogen thin, m³/h, and the free opening that lets it in, cm². */
  readonly airPerHour: number;
  readonly ventCm2: number;
}

const REFERENCE_C = 25;
/** Charge at which the current begins to taper, and share of a slow and of a deep charge. Rules of the trade. */
const TAPER_FROM_PCT = 85;
const SLOW_AMPS_PER_AH = 0.1;
const DEEP_AMPS_PER_AH = 0.05;
const EQUALISE_AMPS_PER_AH = 0.05;
/** Taper to 98 %: three time constants of at least an hour. A model of ours. */
const TAPER_CONSTANTS = 3;
const LEAST_TAPER_HOURS = 1;
/** An equalising charge lifts the voltage of a full battery, 12 V, for some hours. Rule of the trade. */
const EQUALISE_RISE_VOLTS = 0.7;
export const EQUALISE_HOURS = 4;
/** Gassing current while charging, A for each 100 Ah and cell. Public standard for charge rooms. */
const GAS_AMPS_VENTED = 0.02;
const GAS_AMPS_SEALED = 0.008;
/** With a cell that may be shorted no more than this, 12 V battery, until the cells were probed. Rule of the trade. */
const SHORTED_MOST_VOLTS = 12.5;
const AIR_PER_CELL_AMP = 0.05;
const VENT_CM2_PER_AIR = 28;

/**
 * The plan of a charge: `Ah = C20 (1 - soc) x factor`, bulk `max(0, 0.85 - soc) C20 factor / I`, taper `3 tau` with
 * `tau = max(1 h, 0.15 C20 factor / I)`; voltages brought to the battery's temperature. Null where no capacity is known.
 */
export function planCharge(battery: BatterySpec, asked: ChargeTask): ChargePlan | null {
  const stands = CHARGE_MODES[battery.construction].includes(asked.mode);
  const task: ChargeTask = stands ? asked : { ...asked, mode: 'normal' };
  const c20Ah = workingCapacity(battery);
  if (c20Ah === undefined) return null;
  const chargePct = requireWithin('chargePct', task.chargePct, 0, 100);
  const { factor, mostAmpsPerAh, stopC } = CHARGING_FACTS[battery.construction];
  const mostAmps = requirePositive('c20Ah', c20Ah) * ampsPerAh(task.mode, mostAmpsPerAh);
  const amps = Math.min(mostAmps, task.chargerAmps ?? mostAmps);
  const bulkAh = (Math.max(0, TAPER_FROM_PCT - chargePct) / 100) * c20Ah * factor;
  const taperAh = ((100 - TAPER_FROM_PCT) / 100) * c20Ah * factor;
  const bulkHours = bulkAh / requirePositive('chargerAmps', amps);
  const taperHours =
    task.mode === 'equalise' ? EQUALISE_HOURS : TAPER_CONSTANTS * Math.max(LEAST_TAPER_HOURS, taperAh / amps);
  return {
    mode: task.mode,
    c20Ah,
    ...chargingVolts(battery, task),
    amps,
    mostAmps,
    returnAh: c20Ah * ((100 - chargePct) / 100) * factor,
    bulkHours,
    taperHours,
    hours: bulkHours + taperHours,
    stopC,
    ...airFor(battery, { c20Ah, amps, mode: task.mode }),
  };
}

function ampsPerAh(mode: ChargeMode, most: number): number {
  if (mode === 'slow') return Math.min(most, SLOW_AMPS_PER_AH);
  if (mode === 'deep') return DEEP_AMPS_PER_AH;
  return mode === 'equalise' ? EQUALISE_AMPS_PER_AH : most;
}

/** Absorption and float voltage at the battery's own temperature, V of the battery. */
export function chargingVolts(
  { construction, nominalVolts }: BatterySpec,
  task: Pick<ChargeTask, 'temperatureC' | 'senses' | 'mode' | 'suspectShort'>,
): { readonly absorptionVolts: number; readonly floatVolts: number } {
  const { temperatureC, senses, mode, suspectShort = false } = task;
  const { absorptionVolts, floatVolts, mostVolts } = CHARGING_FACTS[construction];
  const most = suspectShort ? SHORTED_MOST_VOLTS : mostVolts;
  const warmer = senses ? 0 : requireFinite('temperatureC', temperatureC) - REFERENCE_C;
  const scale = nominalVolts / 12;
  const rise = mode === 'equalise' ? EQUALISE_RISE_VOLTS : 0;
  return {
    absorptionVolts: Math.min(most, absorptionVolts + rise + ABSORPTION_VOLTS_PER_KELVIN * warmer) * scale,
    floatVolts: Math.min(most, floatVolts + FLOAT_VOLTS_PER_KELVIN * warmer) * scale,
  };
}

/**
 * `Q = 0.05 n Igas C/1000` m³/h with Igas in mA/Ah, and `28 Q` cm² of free opening. A full battery turns all of an equalising
 * current into gas.
 */
function airFor(
  { construction, nominalVolts }: BatterySpec,
  { c20Ah, amps, mode }: Pick<ChargePlan, 'c20Ah' | 'amps' | 'mode'>,
) {
  const boost = isSealed(construction) ? GAS_AMPS_SEALED : GAS_AMPS_VENTED;
  const gasAmps = mode === 'equalise' ? Math.max(boost, amps / c20Ah) : boost;
  const airPerHour = AIR_PER_CELL_AMP * (nominalVolts / 2) * gasAmps * c20Ah;
  return { airPerHour, ventCm2: VENT_CM2_PER_AIR * airPerHour };
}

const OPENING: readonly ChargeMode[] = ['normal', 'slow', 'deep', 'equalise'];
const SEALED: readonly ChargeMode[] = ['normal', 'slow', 'deep'];

/** The ways of charging that a construction stands: what never opens could not give back the water of an equalising charge. */
export const CHARGE_MODES: Readonly<Record<Construction, readonly ChargeMode[]>> = {
  flooded: OPENING,
  calcium: OPENING,
  efb: OPENING,
  agm: SEALED,
  gel: SEALED,
};

/** Voltage under which a battery is woken slowly and watched, 12 V. Rule of the trade. */
const WATCHED_BELOW_VOLTS = 11;

/** The way of charging that a battery's rested voltage asks for. */
export function modeFor(openVolts: number | null, nominalVolts: number): ChargeMode {
  if (openVolts === null) return 'normal';
  return (openVolts * 12) / nominalVolts < WATCHED_BELOW_VOLTS ? 'deep' : 'normal';
}

/** The same where a finding asks for a charge of its own: sulphated plates a slow one, acid in layers an equalising one. */
export function modeAskedFor(
  decidedBy: FindingCode,
  openVolts: number | null,
  nominalVolts: number,
): ChargeMode {
  const usual = modeFor(openVolts, nominalVolts);
  if (usual !== 'normal') return usual;
  if (decidedBy === 'sulphated') return 'slow';
  return decidedBy === 'stratified' ? 'equalise' : usual;
}
