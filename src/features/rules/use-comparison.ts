'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { type HistoryComparison, NOTHING_COMPARED } from '@/core/assessment/compare-history';
import type { CompareReport, CompareRequest } from '@/workers/compare-rules.messages';

export interface Comparison {
  readonly state: 'idle' | 'running' | 'done' | 'stopped' | 'failed';
  readonly so: HistoryComparison;
  readonly message: string;
  readonly start: (request: CompareRequest) => void;
  readonly stop: () => void;
  readonly clear: () => void;
}

function newWorker(): Worker {
  return new Worker(new URL('../../workers/compare-rules.worker.ts', import.meta.url), { type: 'module' });
}

/** A comparison over the whole history in a worker of its own, which can be stopped at any moment. */
export function useComparison(): Comparison {
  const worker = useRef<Worker | null>(null);
  const [state, setState] = useState<Comparison['state']>('idle');
  const [so, setSo] = useState<HistoryComparison>(NOTHING_COMPARED);
  const [message, setMessage] = useState('');

  // A worker stands ready before anybody asks, so that a comparison tells something at once.
  const end = useCallback(() => {
    worker.current?.terminate();
    worker.current = newWorker();
  }, []);
  useEffect(() => {
    end();
    return () => worker.current?.terminate();
  }, [end]);

  const start = (request: CompareRequest) => {
    if (state === 'running') end();
    setSo(NOTHING_COMPARED);
    setState('running');
    const started = worker.current ?? newWorker();
    started.onmessage = ({ data }: MessageEvent<CompareReport>) => {
      if (data.kind === 'failed') {
        setMessage(data.message);
        setState('failed');
        return end();
      }
      setSo(data.comparison);
      if (data.kind === 'done') {
        setState('done');
        end();
      }
    };
    started.onerror = () => {
      setMessage('The comparison broke off. Nothing was changed.');
      setState('failed');
      end();
    };
    worker.current = started;
    started.postMessage(request);
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
