import 'server-only';
import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { beyondBounds } from '@/core/exchange/json-bounds';
import { fail, problem, type Result, succeed } from '@/core/quantity/result';
import type { RouteLimits } from './limits';

/** The pieces of a body, no more of them than the limit and no later: counted while they come. */
async function* pieces(request: Request, { bytes, bodyMs }: RouteLimits): AsyncGenerator<Result<Uint8Array>> {
  const reader = request.body?.getReader();
  if (!reader) return;
  let read = 0;
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<'late'>((told) => {
    timer = setTimeout(() => told('late'), bodyMs);
  });
  try {
    for (;;) {
      const next = await Promise.race([reader.read(), late]);
      if (next === 'late') {
        yield fail(
          problem('body', `not all of it after ${bodyMs / 1000} s`, 'a body that comes without a break'),
        );
        return;
      }
      if (next.done) return;
      read += next.value.byteLength;
      if (read > bytes) {
        yield fail(problem('body', `more than ${bytes} bytes`, `at most ${bytes} bytes`));
        return;
      }
      yield succeed(next.value);
    }
  } finally {
    clearTimeout(timer);
    void reader.cancel().catch(() => undefined);
  }
}

/** The text of a body, or why it is not read. What is no UTF-8 is refused rather than guessed at. */
export async function readText(request: Request, limits: RouteLimits): Promise<Result<string>> {
  const decoder = new TextDecoder('utf-8', { fatal: true });
  const parts: string[] = [];
  try {
    for await (const piece of pieces(request, limits)) {
      if (!piece.ok) return piece;
      parts.push(decoder.decode(piece.value, { stream: true }));
    }
    parts.push(decoder.decode());
  } catch (error) {
    if (error instanceof TypeError) return fail(problem('body', 'bytes that are no text', 'UTF-8'));
    return fail(problem('body', 'a link that was cut', 'the whole of it'));
  }
  return succeed(parts.join(''));
}

/** The JSON of a body within the bounds of its door, or what is wrong with it before anyone asks what it says. */
export async function readJson(request: Request, limits: RouteLimits): Promise<Result<unknown>> {
  const text = await readText(request, limits);
  if (!text.ok) return text;
  let value: unknown;
  try {
    value = JSON.parse(text.value);
  } catch {
    return fail(problem('body', text.value.slice(0, 20), 'JSON'));
  }
  const beyond = beyondBounds(value, limits.bounds);
  return beyond ? fail(beyond) : succeed(value);
}

/** A body that was written to disk as it came. */
export interface Spooled {
  readonly path: string;
  readonly bytes: number;
  readonly remove: () => Promise<void>;
}

/** Writes a body to a file of its own, however long it is; or says why not. What was written of a refused one is gone. */
export async function spool(request: Request, limits: RouteLimits): Promise<Result<Spooled>> {
  const folder = await mkdtemp(join(tmpdir(), 'integra-incoming-'));
  const remove = () => rm(folder, { recursive: true, force: true });
  const path = join(folder, 'body');
  let bytes = 0;
  let refusal: Result<never> | null = null;
  async function* taken() {
    for await (const piece of pieces(request, limits)) {
      if (!piece.ok) {
        refusal = piece;
        return;
      }
      bytes += piece.value.byteLength;
      yield piece.value;
    }
  }
  try {
    await pipeline(taken(), createWriteStream(path));
  } catch {
    refusal = fail(problem('body', 'a link that was cut, or a full disk', 'the whole of it'));
  }
  if (refusal) {
    await remove();
    return refusal;
  }
  return succeed({ path, bytes, remove });
}
