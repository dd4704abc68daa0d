import type { Reply } from '@/ui/api';

/**
 * Reads an answer that comes line by line: how far it is, again and again, and last what it came to. An answer that is
 * cut before its last line counts as none.
 */
export async function watchedReply<T>(
  response: Response,
  onProgress: (progress: Readonly<Record<string, number>>) => void,
): Promise<Reply<T>> {
  if (!response.headers.get('content-type')?.includes('ndjson')) return (await response.json()) as Reply<T>;
  let last: Reply<T> = { unreachable: true };
  for await (const line of linesOf(response)) {
    const news = JSON.parse(line) as Readonly<Record<string, number>> | Reply<T>;
    if ('ok' in news) last = news as Reply<T>;
    else onProgress(news as Readonly<Record<string, number>>);
  }
  return last;
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
