'use client';

import { type MomentPart, momentWords } from '@/core/quantity/moment-words';
import { useSite } from './site';

/** A moment in the site's own zone. */
export function Moment({ atMs, as = 'full' }: { readonly atMs: number; readonly as?: MomentPart }) {
  const words = useMoments();
  return (
    <time dateTime={new Date(atMs).toISOString()} className="figures whitespace-nowrap">
      {words(atMs, as)}
    </time>
  );
}

/** Moments in the site's own zone as plain words, where a drawing or a name needs them. */
export function useMoments(): (atMs: number, as: MomentPart) => string {
  const { zone } = useSite();
  return (atMs, as) => momentWords(atMs, zone, as);
}
