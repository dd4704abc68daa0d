'use client';

import { tz } from '@date-fns/tz';
import { format } from 'date-fns';
import { useSite } from './site';

const PATTERNS = { time: 'HH:mm', day: 'd MMM yyyy', full: 'd MMM yyyy, HH:mm' } as const;

/** A moment in the site's own zone. */
export function Moment({
  atMs,
  as = 'full',
}: {
  readonly atMs: number;
  readonly as?: keyof typeof PATTERNS;
}) {
  const words = useMoments();
  return (
    <time dateTime={new Date(atMs).toISOString()} className="figures whitespace-nowrap">
      {words(atMs, as)}
    </time>
  );
}

/** Moments in the site's own zone as plain words, where a drawing or a name needs them. */
export function useMoments(): (atMs: number, as: keyof typeof PATTERNS) => string {
  const { zone } = useSite();
  return (atMs, as) => format(atMs, PATTERNS[as], { in: tz(zone) });
}
