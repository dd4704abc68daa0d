import { deflateRawSync } from 'node:zlib';
import { CORE_VERSION } from '@/core/assessment/core-version';
import { type VehicleFault, vehicleWith } from '@/core/physics/vehicle/draw-vehicle';
import { recordStart } from '@/core/physics/vehicle/recorder/record-start';
import type { Recorder, StartCase } from '@/core/physics/vehicle/recorder/start-case';
import { type Chance, seededChance } from '@/core/quantity/chance';
import { examine } from '@/core/recording/examine';
import { packRecording } from '@/core/recording/packed-recording';
import type { Recording } from '@/core/recording/recording';
import { ENGINE_FACTS } from '@/core/vehicle/engine';
import type { NewRecording } from '../recordings';
import { machineOf } from './engines';
import { DEMO_FLEET } from './fleet';
import { MS_PER_DAY } from './units';

/** A recording of the sample history with its samples, squeezed. */
export interface DemoRecording {
  readonly line: NewRecording;
  readonly packed: Uint8Array;
}

/** A check that a recording may have been made in. */
interface Checked {
  readonly run: { readonly id: string; readonly vehicleId: string; readonly startedAtMs: number };
}

const NEAR_MS = 1.5 * MS_PER_DAY;

function checkNear(checks: readonly Checked[], of: string, atMs: number): string | null {
  const near = checks.find(({ run }) => run.vehicleId === of && Math.abs(run.startedAtMs - atMs) < NEAR_MS);
  return near?.run.id ?? null;
}

interface Told {
  readonly vehicle: string;
  readonly name: string;
  readonly daysAgo: number;
  readonly temperatureC: number;
  readonly seed: number;
  readonly faults: readonly VehicleFault[];
  readonly change?: (start: StartCase) => StartCase;
  readonly recorder?: Partial<Recorder>;
  /** Of a drive instead of a start: what it becomes. */
  readonly drive?: (recording: Recording, chance: Chance) => Recording;
}

const RECORDER: Recorder = {
  rate: 10_000,
  channels: 'both',
  noiseVolts: 0.004,
  noiseAmps: 0.8,
  stepVolts: 0.002,
  stepAmps: 0.2,
  clipsBelowVolts: null,
  clipsAboveAmps: null,
  offsetAmps: 0,
  reversed: false,
};

const STORIES: readonly Told[] = [
  // The same van before and after its clamp was cleaned.
  {
    vehicle: 'Crew van 2',
    name: 'Crew van 2, cold morning',
    daysAgo: 61,
    temperatureC: 4,
    seed: 11,
    faults: [{ kind: 'battery_worn', degree: 0.35 }],
  },
  {
    vehicle: 'Crew van 2',
    name: 'Crew van 2, new battery',
    daysAgo: 59,
    temperatureC: 6,
    seed: 11,
    faults: [],
  },
  // A diode that nobody saw on a meter.
  {
    vehicle: 'Service truck 1',
    name: 'Service truck 1, whine after the start',
    daysAgo: 33,
    temperatureC: 12,
    seed: 23,
    faults: [{ kind: 'diode', degree: 0.3 }],
  },
  // It will not start, and it is not the battery.
  {
    vehicle: 'Crew van 4',
    name: 'Crew van 4, kept from starting',
    daysAgo: 9,
    temperatureC: 15,
    seed: 37,
    faults: [],
    change: (start) => ({
      ...start,
      attempts: [{ fromS: 1.2, lettingGoS: 6 }],
      weak: { cylinder: 2, loss: 0.28 },
      seconds: 9,
    }),
  },
  // Half an hour on the road: the regulator comes and goes, and once all was dark.
  {
    vehicle: 'Yard tractor 2',
    name: 'Yard tractor 2, half an hour in the yard',
    daysAgo: 16,
    temperatureC: 18,
    seed: 41,
    faults: [],
    recorder: { rate: 20 },
    drive: inTheYard,
    change: (start) => ({ ...start, seconds: 1800 }),
  },
];

/** The recordings of the sample history. */
export function demoRecordings(
  nowMs: number,
  vehicleIds: ReadonlyMap<string, string>,
  technicianIds: readonly [string, ...string[]],
  checks: readonly Checked[],
): DemoRecording[] {
  return STORIES.flatMap((told, at) => {
    const vehicleId = vehicleIds.get(told.vehicle);
    const vehicle = DEMO_FLEET.find(({ name }) => name === told.vehicle);
    const machine = vehicle && machineOf(vehicle);
    if (!vehicleId || !machine || machine.engine === 'none') return [];
    const { engine } = machine;
    const chance = seededChance(90_000 + told.seed);
    const given = {
      engine,
      systemVolts: 12,
      regulator: 'internal',
      ratedAmps: 95,
      temperatureC: told.temperatureC,
    } as const;
    const { truth } = vehicleWith(given, told.faults, chance);
    const { cylinders } = ENGINE_FACTS[engine];
    const start: StartCase = {
      vehicle: truth,
      cylinders,
      seconds: 9,
      keyOnS: 0.5,
      attempts: [{ fromS: 1.2, lettingGoS: null }],
      weak: null,
      uneven: 0.008,
      taper: { fromAmps: 38, toAmps: 3.2, tauS: 2.4 },
      recorder: { ...RECORDER, ...told.recorder },
    };
    const { recording: recorded } = recordStart(told.change?.(start) ?? start, chance);
    const recording = told.drive?.(recorded, chance) ?? recorded;
    const { marks, features, cranks, problems } = examine(recording, cylinders);
    const takenAtMs = nowMs - told.daysAgo * MS_PER_DAY;
    const line: NewRecording = {
      id: chance.id(takenAtMs),
      vehicleId,
      checkId: checkNear(checks, vehicleId, takenAtMs),
      name: told.name,
      takenAtMs,
      cylinders,
      temperatureC: told.temperatureC,
      samples: recording.seconds.length,
      seconds: (recording.seconds.at(-1) ?? 0) - (recording.seconds[0] ?? 0),
      found: {
        marks,
        values: features.values,
        phaseMissing: features.phaseMissing,
        attempts: cranks.length,
        problems: [...problems],
      },
      core: CORE_VERSION,
      addedAtMs: takenAtMs,
      addedById: technicianIds[at % technicianIds.length] ?? technicianIds[0],
    };
    return [{ line, packed: deflateRawSync(packRecording(recording)) }];
  });
}

/** Half an hour at work: lamps on and off, a regulator that lets go twice, a plug that lost touch for a moment. */
function inTheYard({ seconds, volts, amps }: Recording, chance: Chance): Recording {
  const rounded = (value: number, step: number) => Number((Math.round(value / step) * step).toFixed(6));
  const changed = volts?.map((value, at) => {
    const now = seconds[at] ?? 0;
    if (now > 421 && now < 437) return rounded(12.35 + chance.normal(0.01), 0.01);
    if (now > 1104 && now < 1131) return rounded(12.2 + chance.normal(0.01), 0.01);
    if (now > 1422.2 && now < 1422.6) return rounded(0.3 + chance.normal(0.05), 0.01);
    return now < 60 ? value : rounded(value - 0.12 * Math.max(0, Math.sin(now / 37)), 0.01);
  });
  return { seconds, volts: changed ?? null, amps };
}
