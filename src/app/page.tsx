import type { Metadata } from 'next';
import { FloorScreen } from '@/features/floor/floor-screen';
import { first, type Query } from './first';

export const metadata: Metadata = { title: 'Floor' };
export const dynamic = 'force-dynamic';

export default async function FloorPage({ searchParams }: { readonly searchParams: Query }) {
  const { scan } = await searchParams;
  return <FloorScreen focusScan={scan !== undefined} scanned={first(scan)} />;
}
