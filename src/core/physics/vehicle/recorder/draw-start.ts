import type { Chance } from '../../../quantity/chance';
import { ENGINE_FACTS, type Engine } from '../../../vehicle/engine';
import { cranking } from '../cranking';
import { vehicleWith } from '../draw-vehicle';
import type { VehicleTruth } from '../vehicle-truth';
import type { Attempt, Recorder, StartCase } from './start-case';

const ENGINES = [
  'petrol_small',
  'petrol_four',
  'petrol_six',
  'petrol_eight',
  'diesel_light',
  'diesel_heavy',
] as const;
const RATES = [100, 200, 500, 1000, 2000, 5000, 10_000, 20_000, 50_000, 100_000] as const;
/** A trace of a case has no more samples: a hundred thousand a second are kept up for seconds, a hundred for minutes. */
const MOST_SAMPLES = 400_000;
const LONGEST_S = 60;

/** A start by chance: any vehicle, any recorder, most with something wrong with one or the other. */
export function drawStart(chance: Chance): StartCase {
  const engine = chance.pick(ENGINES);
  const vehicle = drawnVehicle(engine, chance);
  const { cylinders } = ENGINE_FACTS[engine];
  const recorder = drawRecorder(chance, vehicle.systemVolts);
  const startS = cranking(vehicle).startSeconds;
  const keyOnS = chance.uniform() < 0.7 ? chance.between(0.3, 0.8) : null;
  const attempts = drawAttempts(chance, (keyOnS ?? 0) + chance.between(0.5, 1.2), startS === null);
  const over = (attempts.at(-1)?.fromS ?? 0) + (attempts.at(-1)?.lettingGoS ?? startS ?? 3);
  const seconds = Math.min(
    LONGEST_S,
    Math.max(over + 2.5, MOST_SAMPLES / recorder.rate),
    over + chance.between(5, 55),
  );
  return {
    vehicle,
    cylinders,
    seconds,
    keyOnS,
    attempts,
    recorder,
    weak:
      chance.uniform() < 0.35
        ? { cylinder: Math.floor(chance.uniform() * cylinders), loss: chance.between(0.15, 0.4) }
        : null,
    uneven: chance.between(0, 0.015),
    taper: { fromAmps: chance.between(25, 55), toAmps: chance.between(1, 6), tauS: chance.between(3, 14) },
  };
}

function drawnVehicle(engine: Exclude<Engine, 'none'>, chance: Chance): VehicleTruth {
  const systemVolts = engine === 'diesel_heavy' ? chance.pick([12, 24] as const) : 12;
  const sound = vehicleWith(
    { engine, systemVolts, regulator: 'internal', ratedAmps: 95, temperatureC: chance.between(-8, 32) },
    [],
    chance,
  ).truth;
  const battery = {
    ...sound.battery,
    chargePct: chance.between(70, 100),
    health: chance.between(0.55, 1.05),
  };
  const alternator = { ...sound.alternator };
  const fate = chance.uniform();
  if (fate < 0.14) alternator.diode = 'open';
  else if (fate < 0.2) alternator.belt = 'slips';
  else if (fate < 0.26) alternator.state = 'open';
  return { ...sound, battery, alternator };
}

function drawAttempts(chance: Chance, fromS: number, never: boolean): Attempt[] {
  const first = chance.uniform();
  if (never || first < 0.08) return [{ fromS, lettingGoS: chance.between(1.5, 4) }];
  // Kept from starting, to be measured.
  if (first > 0.7) return [{ fromS, lettingGoS: chance.between(3, 9) }];
  if (first < 0.24) {
    const lettingGoS = chance.between(0.8, 2.5);
    return [
      { fromS, lettingGoS },
      { fromS: fromS + lettingGoS + chance.between(0.8, 2.5), lettingGoS: null },
    ];
  }
  return [{ fromS, lettingGoS: null }];
}

function drawRecorder(chance: Chance, systemVolts: number): Recorder {
  const noisy = chance.uniform();
  const fault = chance.uniform();
  return {
    rate: chance.pick(RATES),
    channels: chance.pick(['both', 'both', 'both', 'both', 'volts', 'amps'] as const),
    noiseVolts: 0.001 + 0.02 * noisy ** 2,
    noiseAmps: 0.3 + 4 * noisy ** 2,
    stepVolts: chance.pick([0.001, 0.002, 0.005, 0.01] as const),
    stepAmps: chance.pick([0.1, 0.2, 0.5, 1] as const),
    clipsBelowVolts: fault < 0.06 ? (8.5 * systemVolts) / 12 : null,
    clipsAboveAmps: fault > 0.94 ? 300 : null,
    offsetAmps: chance.uniform() < 0.3 ? chance.between(-6, 6) : 0,
    reversed: chance.uniform() < 0.1,
  };
}
