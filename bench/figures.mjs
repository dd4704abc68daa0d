/** The middle one of some figures; the mean of the two middle ones of an even number. */
export function median(figures) {
  const sorted = [...figures].sort((one, other) => one - other);
  const middle = sorted.length / 2;
  return sorted.length % 2 === 1 ? sorted[Math.floor(middle)] : (sorted[middle - 1] + sorted[middle]) / 2;
}

/** A ratio beside the one that is aimed at, where one is. */
export function ratioLine(name, ratio, aim) {
  const aimed = aim === undefined ? '' : `   aim ${aim} or less`;
  return `  ${name.padEnd(44)} ${ratio.toFixed(1).padStart(6)}${aimed}`;
}
