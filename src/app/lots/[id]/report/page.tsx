import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { LotReport } from '@/features/lots/lot-report';
import { judgedLot } from '@/server/lots';

export const metadata: Metadata = { title: 'Lot report' };
export const dynamic = 'force-dynamic';

export default async function LotReportPage({ params }: { params: Promise<{ id: string }> }) {
  const view = await judgedLot((await params).id);
  if (!view) notFound();
  return <LotReport {...view} />;
}
