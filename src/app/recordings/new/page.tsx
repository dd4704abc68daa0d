import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { contextHere } from '@/entry/context';
import { NewRecordingScreen } from '@/features/recordings/new-recording-screen';
import { hasInstruments } from '@/server/instruments/listen';
import { vehicleToRecord } from '@/server/recordings';
import { first, type Query } from '../../first';

export const metadata: Metadata = { title: 'A recorded start' };
export const dynamic = 'force-dynamic';

export default async function NewRecordingPage({ searchParams }: { readonly searchParams: Query }) {
  const { vehicle, check } = await searchParams;
  const context = await contextHere();
  const of = await vehicleToRecord(context, first(vehicle) ?? '', first(check) ?? null);
  return of ? <NewRecordingScreen of={of} instruments={await hasInstruments(context)} /> : notFound();
}
