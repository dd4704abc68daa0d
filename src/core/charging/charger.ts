import { CHARGE_WAYS, type ChargePlan } from './charge-plan';
import type { Charger } from './charger-schema';

/** Which charger a battery hangs on, and which channel of it. */
export interface ChargerChannel {
  readonly charger?: string | undefined;
  readonly channel?: number | undefined;
}

/**
 * Says where a battery hangs: the charger's name, with its channel where it has several.
 * @returns null where none is named; a charger that this site does not know is said to be one
 */
export function chargerWords(
  { charger: id, channel }: ChargerChannel,
  chargers: readonly Charger[],
): string | null {
  if (id === undefined) return null;
  const charger = chargers.find((one) => one.id === id);
  if (!charger) return 'a charger of another site';
  return charger.channels > 1 && channel !== undefined ? `${charger.name}, channel ${channel}` : charger.name;
}

/**
 * What a charger cannot give of what a plan asks for; empty where it can all of it. Its current is no reason: less of it
 * only takes longer, and the plan is made with what it gives.
 */
export function chargerLacks(
  { modes, leastVolts, mostVolts }: Pick<Charger, 'modes' | 'leastVolts' | 'mostVolts'>,
  { mode, absorptionVolts }: Pick<ChargePlan, 'mode' | 'absorptionVolts'>,
): string[] {
  const lacks: string[] = [];
  if (!modes.includes(mode)) lacks.push(`It has no way to charge like this: ${CHARGE_WAYS[mode]}.`);
  if (absorptionVolts > mostVolts)
    lacks.push(`It gives ${mostVolts.toFixed(1)} V at most; this asks for ${absorptionVolts.toFixed(2)} V.`);
  if (absorptionVolts < leastVolts)
    lacks.push(
      `It gives ${leastVolts.toFixed(1)} V at least; this asks for ${absorptionVolts.toFixed(2)} V.`,
    );
  return lacks;
}
