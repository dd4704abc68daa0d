'use client';

import { useCallback, useEffect, useState } from 'react';
import { type HistoryComparison, NOTHING_COMPARED } from '@/core/assessment/compare-history';
import type { CompareReport, CompareRequest } from '@/workers/compare-rules.messages';
import { useJobs } from '@/workers/use-jobs';

export interface Comparison {
  readonly state: 'idle' | 'running' | 'done' | 'stopped' | 'failed';
  readonly so: HistoryComparison;
  readonly message: string;
  readonly start: (request: CompareRequest) => void;
  readonly stop: () => void;
  readonly clear: () => void;
}

const newWorker = () =>
  new Worker(new URL('../../workers/compare-rules.worker.ts', import.meta.url), { type: 'module' });

/** A comparison over the whole history in a worker of its own, which can be stopped at any moment. */
export function useComparison(): Comparison {
  const jobs = useJobs<CompareRequest, CompareReport>(newWorker);
  const [state, setState] = useState<Comparison['state']>('idle');
  const [so, setSo] = useState<HistoryComparison>(NOTHING_COMPARED);
  const [message, setMessage] = useState('');

  // A worker stands ready before anybody asks, so that a comparison tells something at once.
  useEffect(() => jobs.standBy(), [jobs]);
  const end = useCallback(() => {
    jobs.stop();
    jobs.standBy();
  }, [jobs]);

  const failed = (why: string) => {
    setMessage(why);
    setState('failed');
  };
  const start = (request: CompareRequest) => {
    setSo(NOTHING_COMPARED);
    setState('running');
    const onNews = (news: CompareReport) => {
      if (news.kind === 'failed') return failed(news.message);
      setSo(news.comparison);
      if (news.kind === 'done') setState('done');
    };
    jobs.begin(request, { onNews, onBroke: () => failed(BROKE_OFF) });
  };
  const stop = () => {
    end();
    setState('stopped');
  };
  const clear = () => {
    end();
    setState('idle');
    setSo(NOTHING_COMPARED);
  };
  return { state, so, message, start, stop, clear };
}

const BROKE_OFF = 'The comparison broke off. Nothing was changed. Try it again.';
