import { drawStart } from '../physics/vehicle/recorder/draw-start';
import { recordStart } from '../physics/vehicle/recorder/record-start';
import type { StartCase, StartTruth } from '../physics/vehicle/recorder/start-case';
import { seededChance } from '../quantity/chance';
import { type Examined, examine } from '../recording/examine';
import type { FeatureName } from '../recording/features';

/** One recorded start of the trial: what was true, and what was found. */
export interface TriedStart {
  readonly seed: number;
  readonly start: StartCase;
  readonly truth: StartTruth;
  readonly examined: Examined;
}

/** Records a start by chance and examines it. */
export function tryStart(seed: number): TriedStart {
  const chance = seededChance(seed);
  const start = drawStart(chance);
  const { recording, truth } = recordStart(start, chance);
  return { seed, start, truth, examined: examine(recording, start.cylinders) };
}

/** What is true of a feature; null where it is not there, undefined where the recorder could not have shown it. */
export function trueValue(
  name: FeatureName,
  { truth, start }: Pick<TriedStart, 'truth' | 'start'>,
): number | null | undefined {
  const { channels, rate, clipsAboveAmps, clipsBelowVolts } = start.recorder;
  const volts = channels !== 'amps';
  const amps = channels !== 'volts';
  const of = (there: boolean, value: number | null) => (there ? value : null);
  // Where the key was on from the beginning, nobody can part what it draws from what the clamp is off by.
  const isOff = start.recorder.offsetAmps !== 0 && start.keyOnS === null;
  // A charge that has hardly begun is neither there nor not.
  const begun = truth.startS === null ? 0 : start.seconds - truth.startS;
  const isBriefly = begun > 0 && begun < 4;
  switch (name) {
    case 'rest_v':
      return of(volts, truth.restVolts);
    case 'key_on_s':
      return truth.keyOnS;
    case 'inrush_s':
      return truth.inrushS;
    case 'inrush_v':
      return clipsBelowVolts !== null && truth.inrushVolts < clipsBelowVolts
        ? undefined
        : of(volts, truth.inrushVolts);
    case 'inrush_a':
      return clipsAboveAmps !== null && truth.inrushAmps > clipsAboveAmps
        ? undefined
        : of(amps, truth.inrushAmps);
    case 'supply_mohm':
      return clipsAboveAmps !== null || clipsBelowVolts !== null
        ? undefined
        : of(volts && amps, truth.supplyMilliohms);
    case 'plateau_v':
      return clipsBelowVolts !== null && truth.plateauVolts < clipsBelowVolts + 0.5
        ? undefined
        : of(volts, truth.plateauVolts);
    case 'plateau_a':
      return isOff || clipsAboveAmps !== null ? undefined : of(amps, truth.plateauAmps);
    case 'crank_rpm':
      return truth.crankRpm === 0 ? null : truth.crankRpm;
    case 'weak_cylinder':
      return truth.weakLoss;
    case 'start_s':
      // Where nothing charges, nobody can tell by the posts whether it ran.
      return truth.startS !== null && truth.chargingVolts === null ? undefined : truth.startS;
    case 'cross_s':
      return of(volts, truth.crossS);
    case 'charging_v':
      return isBriefly ? undefined : of(volts, truth.chargingVolts);
    case 'ripple_v':
      return isBriefly ? undefined : rate < 2000 ? null : of(volts, truth.rippleVolts);
    case 'taper_tau_s':
      // Less than two time constants of it say little.
      return begun < 2 * start.taper.tauS + 2 ? undefined : of(amps, truth.taperTauS);
    case 'net_end_a':
      return isOff || begun < 5 ? undefined : of(amps, truth.netEndAmps);
  }
}
