import type { ImportRecord } from '@/core/exchange/views';
import type { Reply } from '@/ui/api';

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
    const response = await fetch(address, { method: 'POST', body: file, signal });
    if (!response.headers.get('content-type')?.includes('ndjson')) {
      return (await response.json()) as Reply<ImportRecord>;
    }
    let last: Reply<ImportRecord> = { unreachable: true };
    for await (const line of linesOf(response)) {
      const news = JSON.parse(line) as { stored: number } | Reply<ImportRecord>;
      if ('stored' in news) onStored(news.stored);
      else last = news;
    }
    return last;
  } catch {
    return { unreachable: true };
  }
}

async function* linesOf(response: Response): AsyncGenerator<string> {
  const reader = response.body?.getReader();
  if (!reader) return;
  const decoder = new TextDecoder();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read();
    rest += decoder.decode(value, { stream: !done });
    const lines = rest.split('\n');
    rest = lines.pop() ?? '';
    yield* lines.filter((line) => line !== '');
    if (done) return;
  }
}
