import { chunksOf } from '@/core/exchange/import/chunks';
import { decoded } from '@/core/exchange/import/encoding';
import { importBlocks } from '@/core/exchange/import/import-blocks';
import type { KnownBatteries } from '@/core/exchange/import/import-reader';
import type { KnownBattery } from '@/core/exchange/import/known-battery';
import { previewOf } from '@/core/exchange/import/preview';
import { type Result, succeed } from '@/core/quantity/result';
import { doJobs } from './do-jobs';
import type { ReadReadings, ReadReadingsNews } from './read-readings.messages';

doJobs(read);

async function read(
  { file, encoding, readAs, rules }: ReadReadings,
  tell: (news: ReadReadingsNews) => void,
): Promise<void> {
  let bytesRead = 0;
  const chunks = counted(file, (bytes) => {
    bytesRead = bytes;
  });
  for await (const block of importBlocks(decoded(chunks, encoding), readAs, rules)) {
    if (!block.ok) return tell({ kind: 'refused', problems: block.problems });
    const { rows, reader } = block.value;
    const known = await knownAmong(reader.tagKeys(rows));
    if (!known.ok) return tell({ kind: 'refused', problems: known.problems });
    const read = reader.read(rows, known.value);
    const refused = rows.cells.filter((_, at) => read[at]?.ok === false);
    tell({ kind: 'rows', rows: read.map(previewOf), refused, bytesRead });
  }
  tell({ kind: 'done' });
}

async function* counted(file: File, onBytes: (bytes: number) => void): AsyncGenerator<Uint8Array> {
  let bytes = 0;
  for await (const chunk of chunksOf(file)) {
    bytes += chunk.byteLength;
    onBytes(bytes);
    yield chunk;
  }
}

async function knownAmong(keys: readonly string[]): Promise<Result<KnownBatteries>> {
  const known = new Map<string, KnownBattery>();
  for (let from = 0; from < keys.length; from += TAGS_A_QUESTION) {
    const response = await fetch('/api/imports/known', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ keys: keys.slice(from, from + TAGS_A_QUESTION) }),
    }).catch(() => null);
    if (!response) return { ok: false, problems: [NO_ANSWER] };
    const answer = (await response.json()) as Result<readonly (readonly [string, KnownBattery])[]>;
    if (!answer.ok) return answer;
    for (const [key, battery] of answer.value) known.set(key, battery);
  }
  return succeed(known);
}

const TAGS_A_QUESTION = 5000;
const NO_ANSWER = {
  field: 'server',
  found: '',
  expected: '',
  message: 'The server does not answer. Nothing was stored. Try again.',
};
