import type { Metadata } from 'next';
import { BatteryList } from '@/features/battery/battery-list';
import { batteryPage } from '@/server/batteries';

export const metadata: Metadata = { title: 'Batteries' };
export const dynamic = 'force-dynamic';

interface Query {
  readonly q?: string;
  readonly page?: string;
}

export default async function BatteriesPage({ searchParams }: { searchParams: Promise<Query> }) {
  const { q = '', page = '1' } = await searchParams;
  const number = Math.max(1, Math.floor(Number(page)) || 1);
  return <BatteryList words={q} page={number} found={await batteryPage(q, number)} />;
}
