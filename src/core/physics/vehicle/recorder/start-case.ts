import type { VehicleTruth } from '../vehicle-truth';

/** One attempt to start, as a hand makes it. */
export interface Attempt {
  readonly fromS: number;
  /** The engine is let start, or the key is let go of after so long. */
  readonly lettingGoS: number | null;
}

/** What recorder stands at the vehicle, and what is wrong with it. */
export interface Recorder {
  /** Samples a second. */
  readonly rate: number;
  readonly channels: 'both' | 'volts' | 'amps';
  /** Spread of what it adds by chance, V and A. */
  readonly noiseVolts: number;
  readonly noiseAmps: number;
  /** The least that it can tell apart, V and A. */
  readonly stepVolts: number;
  readonly stepAmps: number;
  /** What its channels cannot show, V below and A above; null: it can. */
  readonly clipsBelowVolts: number | null;
  readonly clipsAboveAmps: number | null;
  readonly offsetAmps: number;
  readonly reversed: boolean;
}

/** A start that is recorded: of which vehicle, how, with what. */
export interface StartCase {
  readonly vehicle: VehicleTruth;
  readonly cylinders: number;
  readonly seconds: number;
  /** When the key is turned on, s; null: it was on before. */
  readonly keyOnS: number | null;
  readonly attempts: readonly Attempt[];
  /** Of the torque of compression, what one cylinder lacks. */
  readonly weak: { readonly cylinder: number; readonly loss: number } | null;
  /** How far sound cylinders differ, as a standard deviation of their torque. */
  readonly uneven: number;
  /** How the net current into the battery falls after the start: from, to, A, and its time constant, s. */
  readonly taper: { readonly fromAmps: number; readonly toAmps: number; readonly tauS: number };
  readonly recorder: Recorder;
}

/** What is true of a recorded start; null for what did not happen. Of the vehicle’s own system. */
export interface StartTruth {
  readonly restVolts: number;
  readonly keyOnS: number | null;
  readonly inrushS: number;
  readonly inrushVolts: number;
  readonly inrushAmps: number;
  readonly supplyMilliohms: number;
  readonly plateauVolts: number;
  readonly plateauAmps: number;
  readonly crankRpm: number | null;
  /** Of its share of the torque of compression. */
  readonly weakLoss: number | null;
  readonly startS: number | null;
  readonly crossS: number | null;
  readonly chargingVolts: number | null;
  /** Root of the mean square of what is no steady voltage. */
  readonly rippleVolts: number | null;
  readonly phaseMissing: boolean | null;
  readonly taperTauS: number | null;
  readonly netEndAmps: number | null;
  readonly attempts: number;
  /** So many times each cylinder was compressed while it turned evenly. */
  readonly turnsOfEach: number;
}
