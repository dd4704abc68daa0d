import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { contextHere } from '@/entry/context';
import { LotScreen } from '@/features/lots/lot-screen';
import { lotView } from '@/server/lots';

export const metadata: Metadata = { title: 'Lot' };
export const dynamic = 'force-dynamic';

export default async function LotPage({ params }: { params: Promise<{ id: string }> }) {
  const context = await contextHere();
  const view = await lotView(context, (await params).id);
  if (!view) notFound();
  return <LotScreen key={`${view.lot.id} ${view.lot.importId}`} {...view} />;
}
