/** Electrolyte that stands over the plates by less is low, mm; below the plates it is bare. Rule of the trade. */
const LEAST_LEVEL_MM = 5;

/** The level that the lowest cell makes of the whole battery; null where no cell was read. */
export function levelOf(levelsMm: readonly number[] | null): 'ok' | 'low' | 'exposed' | null {
  if (!levelsMm || levelsMm.length === 0) return null;
  const lowest = Math.min(...levelsMm);
  if (lowest < 0) return 'exposed';
  return lowest < LEAST_LEVEL_MM ? 'low' : 'ok';
}
