import 'server-only';

/**
 * What a write changed, for whoever shows it meanwhile: one reading of a run, a run in the lists, that there is a battery more, on which
 * nothing rests yet, who there is, or anything.
 */
export type Change =
  | { readonly runId: string; readonly what: 'reading' | 'run' }
  | 'registered'
  | 'people'
  | 'all';

type Listener = (change: Change) => void;

// One for the process: several bundles of the server share the store, and so what changes in it.
const shared = globalThis as typeof globalThis & { integraChanges?: Set<Listener> };
shared.integraChanges ??= new Set();
const listeners = shared.integraChanges;

/** Says that something was written; whoever listens looks again. */
export function changed(change: Change): void {
  for (const listener of listeners) listener(change);
}

/** Listens until the answer is called. */
export function onChange(listener: Listener): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
