import type { ImportRecord } from '@/core/exchange/arrival-views';
import type { Reply } from '@/ui/api';
import { watchedReply } from './watched-reply';

interface Sent {
  readonly meta: unknown;
  readonly file: File;
  readonly signal: AbortSignal;
  readonly onStored: (runs: number) => void;
}

/** Sends a file to be stored and tells how far the store is; the last line of the answer is what it came to. */
export async function storeImport({ meta, file, signal, onStored }: Sent): Promise<Reply<ImportRecord>> {
  try {
    const address = `/api/imports?${new URLSearchParams({ meta: JSON.stringify(meta) })}`;
    const headers = { 'content-type': 'text/csv' };
    const response = await fetch(address, { method: 'POST', headers, body: file, signal });
    return await watchedReply<ImportRecord>(
      response,
      ({ stored }) => stored !== undefined && onStored(stored),
    );
  } catch {
    return { unreachable: true };
  }
}
