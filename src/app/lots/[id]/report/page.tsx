import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { contextHere } from '@/entry/context';
import { LotReport } from '@/features/lots/lot-report';
import { judgedLot } from '@/server/lots';

export const metadata: Metadata = { title: 'Lot report' };
export const dynamic = 'force-dynamic';

export default async function LotReportPage({ params }: { params: Promise<{ id: string }> }) {
  const context = await contextHere();
  const view = await judgedLot(context, (await params).id);
  if (!view) notFound();
  return <LotReport {...view} />;
}
