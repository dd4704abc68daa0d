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
  const { zone } = useSite();
  return (
    <time dateTime={new Date(atMs).toISOString()} className="figures whitespace-nowrap">
      {format(atMs, PATTERNS[as], { in: tz(zone) })}
    </time>
  );
}
