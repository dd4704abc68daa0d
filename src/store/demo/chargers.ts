import type { Charger, ChargerFacts } from '@/core/charging/charger-schema';
import { seededChance } from '@/core/quantity/chance';

const SEED = 20_261_201;
const CHARGING_CORNER = 'Charging corner';

/** The chargers of Ferngate's battery shop, each for another task: one that carries many, one that equalises, one for blocks of 6 V. */
const FACTS: readonly ChargerFacts[] = [
  {
    name: 'Bench charger',
    place: 'Bench',
    circuit: 'B4',
    channels: 1,
    mostAmps: 20,
    leastVolts: 4,
    mostVolts: 16.5,
    modes: ['normal', 'slow', 'deep', 'equalise'],
    senses: true,
  },
  {
    name: 'Four-way',
    place: CHARGING_CORNER,
    circuit: 'C1',
    channels: 4,
    mostAmps: 17.5,
    leastVolts: 10,
    mostVolts: 15,
    modes: ['normal', 'slow'],
    senses: false,
  },
  {
    name: 'Big one',
    place: CHARGING_CORNER,
    circuit: 'C2',
    channels: 1,
    mostAmps: 60,
    leastVolts: 10,
    mostVolts: 30,
    modes: ['normal', 'slow', 'equalise'],
    senses: false,
  },
  {
    name: 'Small one, 6 V',
    place: CHARGING_CORNER,
    circuit: 'C1',
    channels: 2,
    mostAmps: 8,
    leastVolts: 2,
    mostVolts: 8,
    modes: ['normal', 'slow', 'deep'],
    senses: false,
  },
];

const chance = seededChance(SEED);

export const DEMO_CHARGERS: readonly Charger[] = FACTS.map((facts) => ({
  id: chance.id(0),
  ...facts,
  retiredAtMs: null,
}));

/** The charger that several batteries hang on at once, the strong one, and the one for blocks of 6 V. */
export const [, FOUR_WAY, BIG_ONE, SMALL_ONE] = DEMO_CHARGERS;
