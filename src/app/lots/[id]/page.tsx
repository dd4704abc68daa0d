import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { LotScreen } from '@/features/lots/lot-screen';
import { lotView } from '@/server/lots';

export const metadata: Metadata = { title: 'Lot' };
export const dynamic = 'force-dynamic';

export default async function LotPage({ params }: { params: Promise<{ id: string }> }) {
  const view = await lotView((await params).id);
  if (!view) notFound();
  return <LotScreen key={`${view.lot.id} ${view.lot.importId}`} {...view} />;
}
