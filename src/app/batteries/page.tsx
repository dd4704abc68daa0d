import type { Metadata } from 'next';
import { contextHere } from '@/entry/context';
import { BatteryList } from '@/features/battery/battery-list';
import { batteryPage } from '@/server/batteries';
import { first, type Query } from '../first';

export const metadata: Metadata = { title: 'Batteries' };
export const dynamic = 'force-dynamic';

export default async function BatteriesPage({ searchParams }: { readonly searchParams: Query }) {
  const context = await contextHere();
  const { q, after, before } = await searchParams;
  const words = bounded(q) ?? '';
  const [from, to] = [bounded(after), bounded(before)];
  const where = from !== undefined ? { after: from } : to !== undefined ? { before: to } : null;
  return <BatteryList words={words} found={await batteryPage(context, words, where)} />;
}

/** No tag and no search is longer: what is gets cut, as the field itself would. */
const LONGEST = 200;
const bounded = (parameter: Parameters<typeof first>[0]) => first(parameter)?.slice(0, LONGEST);
