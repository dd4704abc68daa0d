import { CONSTRUCTIONS } from '../battery/construction';
import { SOUND_VEHICLE } from '../instruments/handling';
import { FAULT_KINDS } from '../physics/faults';
import { type Chance, seededChance } from '../quantity/chance';
import type { Symptom } from '../steps/complaint/plans';
import { practiceLabel } from './graded-cases';
import { type Cause, NOTHING_SEEN, type PracticeCase } from './practice-case';

export type PracticeLevel = 1 | 2 | 3;

const SIZES = {
  flooded: [570, 60],
  calcium: [640, 72],
  efb: [680, 68],
  agm: [800, 70],
  gel: [480, 80],
} as const;

type Story = readonly [Symptom, string];

/** What is told of each cause: first what points straight at it, then what may as well come of another. */
const STORIES: Readonly<Record<Cause, readonly [Story, ...Story[]]>> = {
  battery: [
    ['slow_crank', 'It turns the engine more slowly from week to week.'],
    ['does_not_hold', 'On the charger on Friday, too weak on Monday.'],
    ['left_on', 'The lamps burned for an hour, and it would not start.'],
    ['routine', 'It has seen some winters. Nobody complains of it.'],
  ],
  charge: [
    ['left_on', 'Something stayed on. It would not start this morning.'],
    ['stood_long', 'Parked for six weeks. Now it hardly turns.'],
    ['slow_crank', 'Short trips only, and every morning it turns slowly.'],
  ],
  connection: [
    ['single_click', 'One click and everything goes dark; then the lights are back.'],
    ['slow_crank', 'Some mornings it turns slowly, and an hour later it starts at once.'],
    ['no_sound', 'Turn the key: nothing. Push at the leads, and it starts.'],
  ],
  charging_system: [
    ['warning_light', 'A light comes on while it runs.'],
    ['does_not_hold', 'The second battery this year, and weak again.'],
    ['slow_crank', 'It turns slowly after a whole day on the road, of all times.'],
  ],
  draw: [
    ['does_not_hold', 'Fine in the evening, flat after some days of standing.'],
    ['stood_long', 'Flat after every long weekend.'],
    ['slow_crank', 'On Mondays it turns slowly. The rest of the week it does not.'],
  ],
  nothing: [
    ['routine', 'Nothing is wrong that anybody knows of. A check before the winter.'],
    ['slow_crank', 'A new driver finds that it turns slowly.'],
    ['single_click', 'It clicked, once. It has started ever since.'],
    ['warning_light', 'A light came on, once, in heavy rain.'],
  ],
};

/** What can be behind a case of each level. */
const CAUSES_OF: Readonly<Record<PracticeLevel, readonly [Cause, ...Cause[]]>> = {
  1: ['battery', 'charge', 'nothing'],
  2: ['battery', 'charge', 'connection', 'nothing'],
  3: ['battery', 'charge', 'connection', 'charging_system', 'draw', 'nothing'],
};

/** A case drawn by chance: the same level and seed give the same case to everybody. */
export function randomCase(level: PracticeLevel, seed: number): PracticeCase {
  const chance = seededChance(1000 * level + seed);
  const cause = chance.pick(CAUSES_OF[level]);
  const type = chance.pick(CONSTRUCTIONS);
  const [amps, c20Ah] = SIZES[type];
  const [symptom, story] = level === 1 ? STORIES[cause][0] : chance.pick(STORIES[cause]);
  const sealed = type === 'agm' || type === 'gel';
  return {
    title: `Random case ${seed}`,
    level,
    symptom,
    story,
    cause,
    label: practiceLabel(type, amps, c20Ah, 'Not told'),
    truth: truthOf(cause, level, chance),
    seen: {
      ...NOTHING_SEEN,
      level: sealed ? 'sealed' : 'ok',
      terminals: level > 1 && chance.uniform() < 0.2 ? 'corroded' : 'ok',
    },
    vehicle: vehicleOf(cause, chance),
  };
}

function truthOf(cause: Cause, level: PracticeLevel, chance: Chance): PracticeCase['truth'] {
  const bad = cause === 'battery';
  const faulty = bad && level > 1 && chance.uniform() < 0.6;
  const kinds = FAULT_KINDS.filter((kind) => kind !== 'shedding' && kind !== 'stratification');
  return {
    healthPct: Math.round(bad && !faulty ? chance.between(35, 58) : chance.between(86, 103)),
    capacityPct: Math.round(bad ? chance.between(50, 90) : chance.between(88, 100)),
    chargePct: Math.round(
      cause === 'charge' || cause === 'draw' ? chance.between(22, 55) : chance.between(76, 98),
    ),
    temperatureC: Math.round(level === 1 ? chance.between(14, 24) : chance.between(-9, 28)),
    restMinutes: level > 1 && chance.uniform() < 0.25 ? 10 : 800,
    faults: faulty
      ? [
          {
            kind: chance.pick(kinds),
            degree: Math.round(100 * chance.between(0.4, 1)) / 100,
          },
        ]
      : [],
  };
}

function vehicleOf(cause: Cause, chance: Chance): PracticeCase['vehicle'] {
  const hundredths = (value: number) => Math.round(100 * value) / 100;
  switch (cause) {
    case 'connection':
      return { ...SOUND_VEHICLE, clamp_drop: hundredths(chance.between(0.25, 0.8)) };
    case 'charging_system':
      return { ...SOUND_VEHICLE, regulated: hundredths(chance.pick([12.7, 13, 15.6, 16])) };
    case 'draw':
      return { ...SOUND_VEHICLE, draw: hundredths(chance.between(0.18, 0.7)) };
    default:
      return SOUND_VEHICLE;
  }
}
