import { tz } from '@date-fns/tz';
import { format } from 'date-fns';
import type { Metadata } from 'next';
import { LotList } from '@/features/lots/lot-list';
import { lotList } from '@/server/lots';
import { siteZone } from '@/server/site';

export const metadata: Metadata = { title: 'Lots' };
export const dynamic = 'force-dynamic';

export default async function LotsPage() {
  const today = format(Date.now(), 'd MMM yyyy', { in: tz(siteZone()) });
  return <LotList lots={await lotList()} suggestedName={`Rack of ${today}`} />;
}
