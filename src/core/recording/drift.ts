import type { KeptFound } from './found-schema';

/** A start among others of its vehicle. */
interface Kept {
  readonly takenAtMs: number;
  readonly temperatureC: number | null;
  readonly found: KeptFound;
  readonly moved: KeptFound | null;
}

/** Starts are alike that were made within so many degrees. A model of ours. */
const ALIKE_KELVIN = 6;
/** A rise by this much is no chance: several times what a recording is unsure by. */
const TOLD_SHARE = 0.1;

/**
 * How the resistance of the supply has drifted between the newest start and the earliest at about the same temperature, in a
 * sentence; null where there are no two to be held against each other.
 */
export function driftOf(starts: readonly Kept[]): string | null {
  const rising = [...starts].sort((one, other) => one.takenAtMs - other.takenAtMs);
  const newest = rising.at(-1);
  const now = newest && supplyIn(newest);
  if (!newest || !now) return null;
  const before = rising.find(
    (start) =>
      start !== newest &&
      supplyIn(start) !== null &&
      Math.abs((start.temperatureC ?? 20) - (newest.temperatureC ?? 20)) <= ALIKE_KELVIN,
  );
  const first = before && supplyIn(before);
  if (!before || !first) return null;
  const change = now / first - 1;
  const days = Math.round((newest.takenAtMs - before.takenAtMs) / 86_400_000);
  const since = `in ${days === 1 ? 'a day' : `${days} days`}, at about the same temperature`;
  if (Math.abs(change) < TOLD_SHARE) return `The supply has stayed at ${now.toFixed(1)} mΩ ${since}.`;
  return change > 0
    ? `The supply went from ${first.toFixed(1)} to ${now.toFixed(1)} mΩ ${since}: up by ${(100 * change).toFixed(0)} %.`
    : `The supply went from ${first.toFixed(1)} to ${now.toFixed(1)} mΩ ${since}: down by ${(-100 * change).toFixed(0)} %, as after a new battery or a cleaned clamp.`;
}

const supplyIn = ({ found, moved }: Kept): number | null =>
  (moved ?? found).values.supply_mohm?.value ?? null;
