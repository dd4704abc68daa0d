import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { contextHere } from '@/entry/context';
import { CheckScreen } from '@/features/check/check-screen';
import { checkView } from '@/server/checks';
import { hasInstruments } from '@/server/instruments/listen';

export const metadata: Metadata = { title: 'Vehicle check' };
export const dynamic = 'force-dynamic';

export default async function CheckPage({ params }: { params: Promise<{ id: string }> }) {
  const context = await contextHere();
  const view = await checkView(context, (await params).id);
  return view ? <CheckScreen view={view} instruments={await hasInstruments(context)} /> : notFound();
}
