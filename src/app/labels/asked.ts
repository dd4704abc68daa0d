import type { LabelsAsked } from '@/server/paper';

/** Whose labels an address asks for; the page and the PDF read it alike. */
export function labelsAsked(query: {
  readonly get: (name: string) => string | null;
  readonly getAll: (name: string) => readonly string[];
}): LabelsAsked {
  const first = query.get('first');
  return {
    batteries: query.getAll('battery'),
    lot: query.get('lot'),
    series: first === null ? null : { first, count: Number(query.get('count') ?? '1') },
  };
}
