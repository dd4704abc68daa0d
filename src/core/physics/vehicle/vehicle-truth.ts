import type { Construction } from '../../battery/construction';
import type { Engine } from '../../vehicle/engine';
import type { Piece } from '../../vehicle/path';
import type { Regulator } from '../../vehicle/vehicle';

/** What is truly in a simulated vehicle. Voltages, and what concerns the start, are as of a system of 12 V. */
export interface VehicleTruth {
  readonly engine: Engine;
  readonly systemVolts: 6 | 12 | 24;
  readonly regulator: Regulator;
  readonly temperatureC: number;
  readonly battery: SetTruth;
  /** Resistance of each piece as it stands in the vehicle, mΩ. */
  readonly milliohms: Readonly<Record<Piece, number>>;
  readonly starter: StarterTruth;
  readonly alternator: AlternatorTruth;
  readonly loads: LoadsTruth;
}

/** The batteries of a vehicle as the one that they make together. */
export interface SetTruth {
  readonly construction: Construction;
  readonly saeAmps: number;
  readonly c20Ah: number;
  readonly chargePct: number;
  /** What it cranks of its rating, 1 when new. */
  readonly health: number;
  readonly shortedCell: boolean;
}

/** The starter with the engine that it turns. */
export interface StarterTruth {
  /** Sustained current with this engine warm and nothing wrong, A of 12 V. */
  readonly usualAmps: number;
  /** Times the friction of a sound starter, and the torque of a sound engine. */
  readonly starterDrag: number;
  readonly engineDrag: number;
}

export type RegulatorState = 'sound' | 'high' | 'low' | 'open' | 'intermittent' | 'rising';

export interface AlternatorTruth {
  readonly ratedAmps: number;
  /** What of its rated current it can give: 1 sound. */
  readonly share: number;
  readonly diode: 'sound' | 'open' | 'leaking';
  readonly belt: 'sound' | 'slips' | 'torn';
  readonly feed: 'sound' | 'missing';
  readonly fuse: 'sound' | 'blown';
  readonly state: RegulatorState;
  /** Where it holds the voltage at 25 °C, V. */
  readonly setVolts: number;
  /** Where an engine’s computer has it held once loads are on; null for a plain regulator. */
  readonly loadedVolts: number | null;
  readonly senses: 'stud' | 'battery';
}

export interface LoadsTruth {
  readonly keyOnAmps: number;
  readonly runningAmps: number;
  /** Everything switched on. */
  readonly allAmps: number;
  /** Asleep, A. */
  readonly drawAmps: number;
}
