import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { contextHere } from '@/entry/context';
import { BenchScreen } from '@/features/bench/bench-screen';
import { hasInstruments } from '@/server/instruments/listen';
import { runView } from '@/server/runs';

export const metadata: Metadata = { title: 'Bench' };
export const dynamic = 'force-dynamic';

export default async function BenchPage({ params }: { params: Promise<{ id: string }> }) {
  const context = await contextHere();
  const view = await runView(context, (await params).id);
  return view ? (
    <BenchScreen view={view} nowMs={Date.now()} instruments={await hasInstruments(context)} />
  ) : (
    notFound()
  );
}
