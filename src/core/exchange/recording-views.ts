import type { KeptFound } from '../recording/found-schema';
import type { Still } from '../recording/still';

/** A recording of a vehicle, without its samples. */
export interface RecordingLine {
  readonly id: string;
  readonly vehicleId: string;
  readonly checkId: string | null;
  readonly name: string;
  readonly takenAtMs: number;
  readonly temperatureC: number | null;
  readonly cylinders: number | null;
  readonly samples: number;
  readonly seconds: number;
  /** What was found by itself. */
  readonly found: KeptFound;
  /** What stands now that hands have moved some of it; null while nobody has. */
  readonly moved: KeptFound | null;
  readonly revision: number;
  readonly addedById: string;
}

/** A recording with what it is held beside: its vehicle, and that vehicle's other recordings. */
export interface RecordingView {
  readonly recording: RecordingLine;
  readonly vehicle: {
    readonly id: string;
    readonly name: string;
    readonly usualAmps: readonly [number, number] | null;
    readonly isDiesel: boolean;
  };
  readonly others: readonly RecordingLine[];
  /** The check that it is for is still open, so that its readings can be taken over. */
  readonly openCheckId: string | null;
  /** Of the starting path, as drops of its check have it, mΩ. */
  readonly cablesMilliohms: number | null;
  /** What the regulator may hold, V of 12 V. */
  readonly regulated: readonly [number, number];
}

/** Which vehicle a recording is brought in for, and what is known of it. */
export interface VehicleToRecord {
  readonly vehicleId: string;
  readonly vehicleName: string;
  readonly checkId: string | null;
  readonly cylinders: number | null;
  readonly usualAmps: readonly [number, number] | null;
  readonly isDiesel: boolean;
  readonly regulated: readonly [number, number];
}

/** A recording on paper. */
export interface NamedStill {
  readonly id: string;
  readonly name: string;
  readonly still: Still;
}
