import { openReader, type StoreReader } from '@/store/open-reader';

/** Where a thread finds the store that it reads from, and a name for this time of its being open. */
export interface StorePlace {
  readonly databaseUrl: string;
  readonly opened: string;
}

let kept: { readonly opened: string; readonly reader: StoreReader } | null = null;

/**
 * The reader of this thread, kept from one task to the next: each new connection would hold memory until it is swept up. Of a store
 * that was opened anew it is another one.
 */
export async function keptReader({ databaseUrl, opened }: StorePlace): Promise<StoreReader> {
  const known = kept;
  if (known?.opened === opened) return known.reader;
  const reader = await openReader(databaseUrl);
  kept = { opened, reader };
  return reader;
}
