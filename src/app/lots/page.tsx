import { tz } from '@date-fns/tz';
import { format } from 'date-fns';
import type { Metadata } from 'next';
import { contextHere } from '@/entry/context';
import { LotList } from '@/features/lots/lot-list';
import { lotList } from '@/server/lots';

export const metadata: Metadata = { title: 'Lots' };
export const dynamic = 'force-dynamic';

export default async function LotsPage() {
  const context = await contextHere();
  const today = format(context.now(), 'd MMM yyyy', { in: tz(context.site.zone) });
  return <LotList lots={await lotList(context)} suggestedName={`Rack of ${today}`} />;
}
