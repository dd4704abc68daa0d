/** What saving a whole site came to. */
export interface SavedSite {
  readonly bytes: number;
  readonly records: number;
  /** What could not be brought back as it stands and was therefore left out: the first of it in words. */
  readonly leftOut: readonly string[];
  readonly leftOutCount: number;
}

/** Pieces are handed to the browser in lumps of this size, bytes, which it may keep on disk. */
const LUMP = 16_000_000;

/**
 * Fetches the whole site as a file, however large, telling how far it is; the browser then saves it. A file that does
 * not end as it should is none: a cut link must not look like a copy.
 */
export async function saveSite(signal: AbortSignal, onBytes: (bytes: number) => void): Promise<SavedSite> {
  const response = await fetch('/api/site', { signal, cache: 'no-store' });
  const reader = response.body?.getReader();
  if (!response.ok || !reader) throw new Error('the server does not answer');
  const lumps: Blob[] = [];
  let waiting: Uint8Array<ArrayBuffer>[] = [];
  let lump = 0;
  let bytes = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (value) {
      waiting.push(value);
      lump += value.byteLength;
      bytes += value.byteLength;
      onBytes(bytes);
    }
    if (done || lump >= LUMP) {
      lumps.push(new Blob(waiting));
      waiting = [];
      lump = 0;
    }
    if (done) break;
  }
  const file = new Blob(lumps, { type: 'application/x-ndjson' });
  const end = endOf(await file.slice(Math.max(0, bytes - LONGEST_END)).text());
  if (!end) throw new Error('the file was cut');
  offer(file);
  return { bytes, ...end };
}

/** The last line names at most twenty things that were left out, bytes. */
const LONGEST_END = 40_000;

function endOf(text: string): Omit<SavedSite, 'bytes'> | null {
  const line = text.trimEnd().split('\n').at(-1) ?? '';
  try {
    const { end } = JSON.parse(line) as { end?: Omit<SavedSite, 'bytes'> };
    return end ?? null;
  } catch {
    return null;
  }
}

function offer(file: Blob): void {
  const url = URL.createObjectURL(file);
  const link = document.createElement('a');
  link.href = url;
  link.download = 'site.integra.jsonl';
  link.click();
  // The browser reads it while it saves; a minute is longer than it takes to begin.
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}
