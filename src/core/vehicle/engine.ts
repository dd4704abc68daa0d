/** What a vehicle is started as. */
export const ENGINES = [
  'motorcycle',
  'petrol_small',
  'petrol_four',
  'petrol_six',
  'petrol_eight',
  'diesel_light',
  'diesel_heavy',
  'none',
] as const;
export type Engine = (typeof ENGINES)[number];

/** What is usual for an engine of a kind. */
export interface EngineFacts {
  readonly label: string;
  readonly cylinders: number;
  /** Sustained current of the starter with the engine warm, A of a system of 12 V: from, to. Rule of the trade. */
  readonly crankAmps: readonly [from: number, to: number];
}

/** The engines and what is usual for them. Currents of the smallest two are ours; the others a rule of the trade. */
export const ENGINE_FACTS: Readonly<Record<Engine, EngineFacts>> = {
  motorcycle: { label: 'Motorcycle', cylinders: 2, crankAmps: [40, 90] },
  petrol_small: { label: 'Petrol, up to 2 l', cylinders: 4, crankAmps: [80, 130] },
  petrol_four: { label: 'Petrol, four cylinders', cylinders: 4, crankAmps: [100, 150] },
  petrol_six: { label: 'Petrol, six cylinders', cylinders: 6, crankAmps: [125, 175] },
  petrol_eight: { label: 'Petrol, eight cylinders', cylinders: 8, crankAmps: [140, 200] },
  diesel_light: { label: 'Diesel, light', cylinders: 4, crankAmps: [250, 400] },
  diesel_heavy: { label: 'Diesel, heavy', cylinders: 6, crankAmps: [400, 600] },
  none: { label: 'None', cylinders: 0, crankAmps: [0, 0] },
};

/**
 * What a warm engine of this kind takes while it is cranked, A, from and to. The same power is asked of the starter whatever the
 * system: of 24 V it takes half the current, of 6 V twice.
 */
export function crankSpan(engine: Engine, systemVolts: number): readonly [from: number, to: number] {
  const [from, to] = ENGINE_FACTS[engine].crankAmps;
  const share = 12 / systemVolts;
  return [from * share, to * share];
}

/**
 * The middle of what a warm engine of this kind takes while it is cranked, A of its own system.
 * @example usualCrankAmps('diesel_heavy', 24) // 250
 */
export function usualCrankAmps(engine: Engine, systemVolts: number): number {
  const [from, to] = crankSpan(engine, systemVolts);
  return (from + to) / 2;
}

/** What cold asks of the starter relative to a warm engine, by temperature, with mineral oil. Rule of the trade. */
const COLD_DEMAND = [
  [20, 1],
  [0, 1.55],
  [-18, 2.1],
  [-30, 3.2],
] as const;

/**
 * How many times the current of a warm engine a cold one takes: linear between what the trade knows, 1 from 20 °C.
 * @example coldDemand(-18) // 2.1
 */
export function coldDemand(temperatureC: number): number {
  for (let at = 1; at < COLD_DEMAND.length; at++) {
    const [warmer, less] = COLD_DEMAND[at - 1] ?? COLD_DEMAND[0];
    const [colder, more] = COLD_DEMAND[at] ?? COLD_DEMAND[0];
    if (temperatureC >= warmer) return less;
    if (temperatureC >= colder) return less + ((more - less) * (warmer - temperatureC)) / (warmer - colder);
  }
  return 3.2;
}
