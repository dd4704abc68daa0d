import { drawFaults } from '../../physics/vehicle/draw-vehicle';
import { seededChance } from '../../quantity/chance';
import { fail, problem, type Result, succeed } from '../../quantity/result';
import type { Symptom } from '../../steps/complaint/plans';
import { GRADED_VEHICLE_CASES } from './graded-vehicle-cases';
import type { VehicleCase } from './vehicle-case';

/** The largest number of a case that is drawn by chance. */
export const MOST_VEHICLE_SEED = 99_999;
const RANDOM = /^v-(\d{1,5})$/;

/** The code of a case by chance: the same for whoever it is told to. */
export const randomVehicleCode = (seed: number): string => `v-${seed}`;

/** The case that a code stands for: a graded one by its word, or one drawn by chance by its number. */
export function vehicleCaseOf(code: string): Result<VehicleCase> {
  const graded = Object.hasOwn(GRADED_VEHICLE_CASES, code) ? GRADED_VEHICLE_CASES[code] : undefined;
  if (graded) return succeed(graded);
  const [, number] = RANDOM.exec(code) ?? [];
  if (number === undefined)
    return fail(problem('code', code, `v- and a number up to ${MOST_VEHICLE_SEED}, such as v-481`));
  return succeed(randomCase(Number(number)));
}

const ENGINES = ['petrol_four', 'petrol_six', 'diesel_light', 'diesel_heavy'] as const;
const REGULATORS = ['internal', 'internal', 'separate', 'computer'] as const;
const STORIES: readonly [Symptom, string][] = [
  ['slow_crank', 'It cranks slowly. Somebody says the battery.'],
  ['does_not_hold', 'It is empty again and again.'],
  ['warning_light', 'The lamp is on, or was.'],
  ['single_click', 'Sometimes it only clicks.'],
];

function randomCase(seed: number): VehicleCase {
  const chance = seededChance(40_007 * (seed + 1));
  const engine = chance.pick(ENGINES);
  const regulator = chance.pick(REGULATORS);
  const faults = drawFaults(chance);
  const [symptom, story] = chance.pick(STORIES as [[Symptom, string]]);
  const heavy = engine === 'diesel_heavy';
  return {
    title: `Vehicle ${seed}`,
    level: 3,
    story,
    symptom,
    class: heavy ? 'tanker' : 'van',
    truth: {
      given: {
        engine,
        regulator,
        systemVolts: heavy ? 24 : 12,
        ratedAmps: Math.round(chance.between(70, 140)),
        temperatureC: Math.round(chance.between(-8, 28)),
      },
      faults,
      seed,
    },
  };
}
