'use client';

import { useCallback, useState } from 'react';
import type { PreviewRow } from '@/core/exchange/import/preview';
import type { Problem } from '@/core/quantity/result';
import type { ReadReadings, ReadReadingsNews } from '@/workers/read-readings.messages';
import { useJobs } from '@/workers/use-jobs';

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
  state: 'idle',
  rows: [],
  good: 0,
  refused: [],
  bytesRead: 0,
  problems: [],
};

/** Often enough to be seen to move, seldom enough to leave the page free. */
const SHOWN_EVERY_MS = 100;

const newWorker = () =>
  new Worker(new URL('../../workers/read-readings.worker.ts', import.meta.url), { type: 'module' });

/** Reads and judges a file of readings in a worker of its own, which can be stopped at any moment. */
export function usePreview() {
  const jobs = useJobs<ReadReadings, ReadReadingsNews>(newWorker);
  const [preview, setPreview] = useState(NOTHING);

  const read = useCallback(
    (asked: ReadReadings) => {
      setPreview({ ...NOTHING, state: 'reading' });
      // Rows are gathered here and shown as they stand ten times a second, however fast they come.
      const rows: PreviewRow[] = [];
      const refused: (readonly string[])[] = [];
      let good = 0;
      let shownAt = 0;
      let bytesRead = 0;
      const show = (state: Preview['state'], problems: readonly Problem[] = []) =>
        setPreview({
          state,
          rows: state === 'reading' ? rows : [...rows],
          good,
          refused,
          bytesRead,
          problems,
        });
      const onNews = (news: ReadReadingsNews) => {
        if (news.kind !== 'rows') return show(news.kind, news.kind === 'refused' ? news.problems : []);
        for (const row of news.rows) {
          rows.push(row);
          if (row.ok) good++;
        }
        refused.push(...news.refused);
        bytesRead = news.bytesRead;
        const nowMs = performance.now();
        if (nowMs - shownAt < SHOWN_EVERY_MS) return;
        shownAt = nowMs;
        show('reading');
      };
      jobs.begin(asked, { onNews, onBroke: () => show('refused', [BROKE_OFF]) });
    },
    [jobs],
  );
  const stop = useCallback(() => {
    jobs.stop();
    setPreview((before) => ({ ...before, rows: [...before.rows], state: 'stopped' }));
  }, [jobs]);
  const clear = useCallback(() => {
    jobs.stop();
    setPreview(NOTHING);
  }, [jobs]);
  return { preview, read, stop, clear };
}

const BROKE_OFF: Problem = {
  field: 'file',
  found: '',
  expected: '',
  message: 'Reading the file broke off. Nothing was stored.',
};
