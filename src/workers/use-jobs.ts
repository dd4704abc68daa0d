import { useEffect, useMemo } from 'react';
import { Jobs } from './jobs';
import type { LineWorker } from './worker-line';

/**
 * Jobs of one screen, over when it is left.
 * @param make the worker; the same function each time
 */
export function useJobs<Request, News>(make: () => LineWorker): Jobs<Request, News> {
  const jobs = useMemo(() => new Jobs<Request, News>(make), [make]);
  useEffect(() => () => jobs.close(), [jobs]);
  return jobs;
}
