import { chanceOfStart } from '../history/cold-start';
import { type Chance, seededChance } from '../quantity/chance';
import { drawCharge, drawVehicleOf, starts } from './life-trial';

/** A morning as it was told, and whether the engine then started. */
export interface ColdStart {
  readonly told: number;
  readonly started: boolean;
}

/** What a forecast knows of charge in use, percent, and how well it knows health, points. */
const IN_USE = { value: 86, sd: 7 } as const;
const HEALTH_SD = 4;
/** What nobody knows of an engine by its kind alone, and of one whose start was read. */
const BY_KIND_SD = 0.15;
const READ_SD = 0.06;
/** Mornings that are told as surely starting, or as surely not, are not at risk. */
const AT_RISK = { from: 0.02, to: 0.98 } as const;

/**
 * Starts of simulated vehicles on cold mornings, as many as were told to be at risk: the forecast knows a health with its error, a usual
 * charge, and what the engine asks by its kind or by a start that was read; the circuit decides.
 */
export function coldStarts(count: number, seed: number): ColdStart[] {
  const chance = seededChance(seed);
  const found: ColdStart[] = [];
  while (found.length < count) {
    const one = drawStart(chance);
    if (one.told > AT_RISK.from && one.told < AT_RISK.to) found.push(one);
  }
  return found;
}

function drawStart(chance: Chance): ColdStart {
  const vehicle = drawVehicleOf(chance);
  const temperatureC = chance.between(-24, 2);
  const health = chance.between(0.35, 1);
  const battery = { ...vehicle.battery, health, chargePct: drawCharge(chance) };
  const isRead = chance.uniform() < 0.5;
  const sd = isRead ? READ_SD : BY_KIND_SD;
  // By its kind the middle of the trade's span is told; the drawn engine lies around it.
  const warmAmps = isRead
    ? vehicle.starter.usualAmps * (1 + chance.normal(READ_SD))
    : vehicle.starter.usualAmps / (1 + chance.normal(BY_KIND_SD / 1.3));
  const told = chanceOfStart(
    {
      units: [
        {
          id: 'a',
          saeAmps: vehicle.battery.saeAmps,
          charge: IN_USE,
          health: { value: 100 * health + chance.normal(HEALTH_SD), sd: HEALTH_SD },
        },
      ],
      joined: 'single',
      oil: 'mineral',
      warmAmps: { value: warmAmps, sd: sd * warmAmps },
    },
    temperatureC,
  );
  return { told, started: starts({ ...vehicle, battery, temperatureC }) };
}

/** How the chances of starting held: by bands, and their mean distance from what came. */
export function heldStarts(all: readonly ColdStart[], bands = 5) {
  const reliability = Array.from({ length: bands }, (_, band) => {
    const some = all.filter(({ told }) => Math.min(bands - 1, Math.floor(told * bands)) === band);
    const count = some.length;
    return {
      count,
      told: some.reduce((sum, { told }) => sum + told, 0) / Math.max(1, count),
      came: some.filter(({ started }) => started).length / Math.max(1, count),
    };
  }).filter(({ count }) => count > 0);
  const mean = (of: (one: ColdStart) => number) => all.reduce((sum, one) => sum + of(one), 0) / all.length;
  return {
    reliability,
    told: mean(({ told }) => told),
    came: mean(({ started }) => Number(started)),
    distance:
      reliability.reduce((sum, { told, came, count }) => sum + Math.abs(told - came) * count, 0) / all.length,
  };
}
