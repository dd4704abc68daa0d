import type { BatterySpec } from '../battery/battery';
import { planCharge } from '../charging/charge-plan';
import { THREE_MINUTE_TEST } from '../charging/three-minute-test';
import { REFERENCE_CELLS } from '../physics/model-facts';
import type { Model } from '../physics/physical-battery';
import { type Line, numberField } from './line';

/** What a charger can be set to: the ways of charging, and the test that charges for three minutes. */
export const CHARGER_MODES = ['normal', 'slow', 'deep', 'equalise', 'three_minute'] as const;

export type ChargerMode = (typeof CHARGER_MODES)[number];

/** How a charger is set. Its voltage is the battery's own. */
export interface ChargerSetting {
  readonly mode: ChargerMode;
  readonly amps: number;
  readonly volts: number;
  /** How long until it ends by itself; null where it goes on. */
  readonly seconds: number | null;
}

/** The most a charger of the bench gives, A and V, and the least it can be set to. */
const MOST_AMPS = 80;
const MOST_VOLTS = 36;
const LEAST_AMPS = 0.1;
const LEAST_VOLTS = 1;

/** A mode's own settings for a battery: by the charge plan, half full, at the temperature of a shop. */
function settingOf(mode: ChargerMode, spec: BatterySpec, model: Model): ChargerSetting {
  if (mode === 'three_minute') {
    const { amps, seconds, mostVolts } = THREE_MINUTE_TEST;
    return { mode, amps, seconds, volts: (mostVolts * model.cells) / REFERENCE_CELLS };
  }
  const task = { chargePct: 50, temperatureC: 20, chargerAmps: null, senses: false, mode } as const;
  const plan = planCharge(spec, task);
  return { mode, amps: plan?.amps ?? LEAST_AMPS, volts: plan?.absorptionVolts ?? LEAST_VOLTS, seconds: null };
}

/** The setting after a line: a mode brings its own current and voltage, a named current or voltage goes over them. */
export function chargerSetTo(
  before: ChargerSetting | null,
  line: Line,
  { spec, model }: { readonly spec: BatterySpec; readonly model: Model },
): ChargerSetting {
  const { mode } = line.fields;
  const base = isMode(mode) || !before ? settingOf(isMode(mode) ? mode : 'normal', spec, model) : before;
  const within = (name: string, usual: number, least: number, most: number) =>
    Math.min(most, Math.max(least, numberField(line, name) ?? usual));
  return {
    ...base,
    amps: within('amps', base.amps, LEAST_AMPS, MOST_AMPS),
    volts: within('volts', base.volts, LEAST_VOLTS, MOST_VOLTS),
  };
}

function isMode(text: string | undefined): text is ChargerMode {
  return text !== undefined && (CHARGER_MODES as readonly string[]).includes(text);
}
