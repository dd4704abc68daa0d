/** Values that one statement takes: SQLite binds at most 32,766, and a row has up to 21. */
const ROWS_A_STATEMENT = 500;

/** Pieces that one statement can take. */
export function inChunks<T>(all: readonly T[], size = ROWS_A_STATEMENT): T[][] {
  const chunks: T[][] = [];
  for (let from = 0; from < all.length; from += size) chunks.push(all.slice(from, from + size));
  return chunks;
}
