import type { Metadata } from 'next';
import { contextHere } from '@/entry/context';
import { BatteryList } from '@/features/battery/battery-list';
import { batteryPage } from '@/server/batteries';
import { first, type Query } from '../first';

export const metadata: Metadata = { title: 'Batteries' };
export const dynamic = 'force-dynamic';

export default async function BatteriesPage({ searchParams }: { readonly searchParams: Query }) {
  const context = await contextHere();
  const { q, page } = await searchParams;
  const words = first(q)?.slice(0, 200) ?? '';
  const found = await batteryPage(context, words, Math.floor(Number(first(page) ?? '1')));
  return <BatteryList words={words} page={found.page} found={found} />;
}
