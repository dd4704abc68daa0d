'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { PreviewRow } from '@/core/exchange/import/preview';
import type { Problem } from '@/core/quantity/result';
import type { ReadReadings, ReadReadingsNews } from '@/workers/read-readings.messages';

/** How far a file has been read, and what its rows come to. */
export interface Preview {
  readonly state: 'idle' | 'reading' | 'done' | 'stopped' | 'refused';
  readonly rows: readonly PreviewRow[];
  readonly good: number;
  /** The cells of the rows that are refused, in the order of the file. */
  readonly refused: readonly (readonly string[])[];
  readonly bytesRead: number;
  readonly problems: readonly Problem[];
}

const NOTHING: Preview = {
  ...{ state: 'idle', rows: [], good: 0, refused: [] },
  ...{ bytesRead: 0, problems: [] },
};

/** Often enough to be seen to move, seldom enough to leave the page free. */
const SHOWN_EVERY_MS = 100;

/** Reads and judges a file of readings in a worker of its own, which can be stopped at any moment. */
export function usePreview() {
  const worker = useRef<Worker | null>(null);
  const [preview, setPreview] = useState(NOTHING);

  const end = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
  }, []);
  useEffect(() => end, [end]);

  const read = useCallback(
    ({ file, encoding, readAs, rules }: ReadReadings) => {
      end();
      setPreview({ ...NOTHING, state: 'reading' });
      const started = new Worker(new URL('../../workers/read-readings.worker.ts', import.meta.url), {
        type: 'module',
      });
      worker.current = started;
      // Rows are gathered here and shown as they stand ten times a second, however fast they come.
      const rows: PreviewRow[] = [];
      const refused: (readonly string[])[] = [];
      let good = 0;
      let shownAt = 0;
      const show = (state: Preview['state'], bytesRead: number, problems: readonly Problem[] = []) =>
        setPreview({
          ...{ state, rows: state === 'reading' ? rows : [...rows], good, refused },
          ...{ bytesRead, problems },
        });
      let bytes = 0;
      started.onmessage = ({ data }: MessageEvent<ReadReadingsNews>) => {
        if (data.kind === 'rows') {
          for (const row of data.rows) {
            rows.push(row);
            if (row.ok) good++;
          }
          refused.push(...data.refused);
          bytes = data.bytesRead;
          const nowMs = performance.now();
          if (nowMs - shownAt < SHOWN_EVERY_MS) return;
          shownAt = nowMs;
          return show('reading', bytes);
        }
        show(data.kind, bytes, data.kind === 'refused' ? data.problems : []);
        end();
      };
      started.onerror = () => {
        show('refused', bytes, [BROKE_OFF]);
        end();
      };
      started.postMessage({ file, encoding, readAs, rules } satisfies ReadReadings);
    },
    [end],
  );
  const stop = useCallback(() => {
    end();
    setPreview((before) => ({ ...before, rows: [...before.rows], state: 'stopped' }));
  }, [end]);
  const clear = useCallback(() => {
    end();
    setPreview(NOTHING);
  }, [end]);
  return { preview, read, stop, clear };
}

const BROKE_OFF: Problem = {
  ...{ field: 'file', found: '', expected: '' },
  message: 'Reading the file broke off. Nothing was stored.',
};
