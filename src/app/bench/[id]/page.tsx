import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { contextHere } from '@/entry/context';
import { BenchScreen } from '@/features/bench/bench-screen';
import { hasInstruments } from '@/server/instruments/listen';
import { benchView } from '@/server/runs';

export const metadata: Metadata = { title: 'Bench' };
export const dynamic = 'force-dynamic';

export default async function BenchPage({ params }: { params: Promise<{ id: string }> }) {
  const context = await contextHere();
  const opened = await benchView(context, (await params).id);
  return opened ? (
    <BenchScreen {...opened} nowMs={Date.now()} instruments={await hasInstruments(context)} />
  ) : (
    notFound()
  );
}
