import type { Metadata } from 'next';
import { first, type Query } from '@/app/first';
import { contextHere } from '@/entry/context';
import { RoundScreen } from '@/features/room/round-screen';
import { roundView } from '@/server/room-round';

export const metadata: Metadata = { title: 'Round' };
export const dynamic = 'force-dynamic';

export default async function RoundPage({ searchParams }: { readonly searchParams: Query }) {
  const { days, celsius } = await searchParams;
  const asked = { days: first(days), celsius: first(celsius) };
  return <RoundScreen round={await roundView(await contextHere(), asked)} />;
}
