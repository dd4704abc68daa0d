import { type VehicleFault, vehicleWith } from '../../physics/vehicle/draw-vehicle';
import { type RecordedStart, recordStart } from '../../physics/vehicle/recorder/record-start';
import type { StartCase } from '../../physics/vehicle/recorder/start-case';
import { type Chance, seededChance } from '../../quantity/chance';
import { fail, problem, type Result, succeed } from '../../quantity/result';
import { CAUSE_LABELS } from '../../vehicle/cause';
import { ENGINE_FACTS } from '../../vehicle/engine';

/** What can lie behind a recording alone: causes that show in it, and the engine itself. */
export const RECORDED_CAUSES = [
  'battery_low_charge',
  'battery_worn',
  'battery_faulty',
  'starter_drag',
  'engine_drag',
  'weak_cylinder',
  'diode',
  'regulator_high',
  'regulator_low',
  'nothing_found',
] as const;
export type RecordedCause = (typeof RECORDED_CAUSES)[number];

export const RECORDED_CAUSE_LABELS: Readonly<Record<RecordedCause, string>> = {
  ...(CAUSE_LABELS as Readonly<Record<Exclude<RecordedCause, 'weak_cylinder'>, string>>),
  weak_cylinder: 'A cylinder of the engine',
};

/** A case that hands over a recording and nothing else. */
export interface RecordingCase {
  readonly title: string;
  readonly story: string;
  readonly level: 1 | 2 | 3;
  readonly cause: RecordedCause;
  readonly cylinders: number;
  readonly temperatureC: number;
  readonly seed: number;
}

/** Cases with a story, the easiest first. */
export const GRADED_RECORDINGS: Readonly<Record<string, RecordingCase>> = {
  'morning-in-march': {
    title: 'A morning in March',
    level: 1,
    cause: 'battery_worn',
    cylinders: 4,
    temperatureC: 6,
    seed: 5,
    story: 'It starts, but each day a little later.',
  },
  'hot-and-wet': {
    title: 'Hot and wet',
    level: 1,
    cause: 'regulator_high',
    cylinders: 4,
    temperatureC: 24,
    seed: 8,
    story: 'The second battery in a year, and its top is damp.',
  },
  'the-whine': {
    title: 'The whine',
    level: 2,
    cause: 'diode',
    cylinders: 6,
    temperatureC: 15,
    seed: 12,
    story: 'The radio whines with the engine. The voltage looks right.',
  },
  'shakes-at-idle': {
    title: 'It shakes',
    level: 2,
    cause: 'weak_cylinder',
    cylinders: 4,
    temperatureC: 18,
    seed: 21,
    story: 'Kept from starting and cranked. They want a battery fitted.',
  },
  'stiff-as-a-board': {
    title: 'Stiff as a board',
    level: 3,
    cause: 'engine_drag',
    cylinders: 4,
    temperatureC: 12,
    seed: 33,
    story: 'A new battery, and it cranks no better.',
  },
};

export const MOST_RECORDING_SEED = 99_999;
const RANDOM = /^r-(\d{1,5})$/;

/** The code of a case by chance. */
export const randomRecordingCode = (seed: number): string => `r-${seed}`;

/** The case that a code stands for: a graded one by its word, or one drawn by chance by its number. */
export function recordingCaseOf(code: string): Result<RecordingCase> {
  const graded = Object.hasOwn(GRADED_RECORDINGS, code) ? GRADED_RECORDINGS[code] : undefined;
  if (graded) return succeed(graded);
  const [, number] = RANDOM.exec(code) ?? [];
  if (number === undefined)
    return fail(problem('code', code, `r- and a number up to ${MOST_RECORDING_SEED}, such as r-481`));
  const seed = Number(number);
  const chance = seededChance(70_001 * (seed + 1));
  return succeed({
    title: `Recording ${seed}`,
    story: 'Nobody said anything. Only the recording is there.',
    level: 3,
    cause: chance.pick(RECORDED_CAUSES),
    cylinders: chance.pick([4, 4, 6] as const),
    temperatureC: Math.round(chance.between(-5, 28)),
    seed,
  });
}

const FAULTS: Readonly<Record<RecordedCause, (chance: Chance) => readonly VehicleFault[]>> = {
  battery_low_charge: (chance) => [{ kind: 'battery_low_charge', degree: chance.between(0.2, 0.5) }],
  battery_worn: (chance) => [{ kind: 'battery_worn', degree: chance.between(0.3, 0.7) }],
  battery_faulty: (chance) => [{ kind: 'battery_faulty', degree: chance.between(0.1, 0.4) }],
  starter_drag: (chance) => [{ kind: 'starter_drag', degree: chance.between(0.2, 0.5) }],
  engine_drag: (chance) => [{ kind: 'engine_drag', degree: chance.between(0.2, 0.6) }],
  weak_cylinder: () => [],
  diode: () => [{ kind: 'diode', degree: 0.3 }],
  regulator_high: (chance) => [{ kind: 'regulator_high', degree: chance.between(0.2, 0.7) }],
  regulator_low: (chance) => [{ kind: 'regulator_low', degree: chance.between(0.4, 0.9) }],
  nothing_found: () => [],
};

/** The recording of a case: the same for whoever is given its code. */
export function recordingOfCase({ cause, cylinders, temperatureC, seed }: RecordingCase): RecordedStart {
  const chance = seededChance(33_013 * (seed + 1));
  const engine = cylinders === 6 ? 'petrol_six' : 'petrol_four';
  const given = { engine, systemVolts: 12, regulator: 'internal', ratedAmps: 95, temperatureC } as const;
  const { truth } = vehicleWith(given, FAULTS[cause](chance), chance);
  // One that is low in charge has nothing else the matter; one that is not, is charged.
  const chargePct =
    cause === 'battery_low_charge' ? truth.battery.chargePct : Math.max(90, truth.battery.chargePct);
  const isWeak = cause === 'weak_cylinder';
  const start: StartCase = {
    vehicle: { ...truth, battery: { ...truth.battery, chargePct } },
    cylinders: ENGINE_FACTS[engine].cylinders,
    seconds: isWeak ? 8 : 10,
    keyOnS: 0.6,
    attempts: [{ fromS: 1.3, lettingGoS: isWeak ? 5.5 : null }],
    weak: isWeak ? { cylinder: 1 + (seed % (cylinders - 1)), loss: chance.between(0.2, 0.35) } : null,
    uneven: 0.008,
    taper: { fromAmps: chance.between(28, 48), toAmps: chance.between(2, 6), tauS: chance.between(2, 4) },
    recorder: {
      rate: 10_000,
      channels: 'both',
      noiseVolts: 0.005,
      noiseAmps: 1,
      stepVolts: 0.002,
      stepAmps: 0.2,
      clipsBelowVolts: null,
      clipsAboveAmps: null,
      offsetAmps: 0,
      reversed: false,
    },
  };
  return recordStart(start, chance);
}

/** What somebody came to over a recording. */
export interface RecordingDebrief {
  readonly right: boolean;
  readonly score: number;
  readonly truth: readonly string[];
}

/** A neighbour of the true cause: not right, but it looks nearly alike on a recording. */
const NEARLY: readonly (readonly [RecordedCause, RecordedCause])[] = [
  ['battery_worn', 'battery_low_charge'],
  ['battery_worn', 'battery_faulty'],
  ['battery_faulty', 'battery_low_charge'],
  ['starter_drag', 'engine_drag'],
];
const NEARLY_SCORE = 40;

/** Holds what somebody said against what was true. */
export function recordingDebrief({ cause }: RecordingCase, said: RecordedCause): RecordingDebrief {
  const right = said === cause;
  const isNear = NEARLY.some((pair) => pair.includes(cause) && pair.includes(said));
  return {
    right,
    score: right ? 100 : isNear ? NEARLY_SCORE : 0,
    truth: [`It was: ${RECORDED_CAUSE_LABELS[cause].toLowerCase()}.`, SHOWS[cause]],
  };
}

/** Where in a recording a cause shows. */
const SHOWS: Readonly<Record<RecordedCause, string>> = {
  battery_low_charge:
    'The resting voltage is low, and the resistance of the supply is up with it: charge it, then record again.',
  battery_worn:
    'It rests where a charged one does, and gives way all the same: the resistance of the supply is high.',
  battery_faulty: 'It rests two volts low: a cell is short. No charge brings that back.',
  starter_drag:
    'The supply is sound, the current is high and the engine turns slowly: the starter itself brakes.',
  engine_drag:
    'The supply is sound, the current is high and the compressions are deep: the engine is hard to turn.',
  weak_cylinder:
    'Every fourth or sixth compression lacks depth, in current and voltage alike. The battery is sound.',
  diode:
    'The charging voltage is right on average, but its ripple has lines between those of six diodes: a phase is missing.',
  regulator_high: 'After the start the voltage goes on above what a regulator may hold.',
  regulator_low: 'After the start the voltage stays below what a regulator should hold.',
  nothing_found: 'Everything is as it should be. That is an answer too.',
};
