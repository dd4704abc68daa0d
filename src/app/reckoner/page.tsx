import type { Metadata } from 'next';
import { ReckonerScreen } from '@/features/reckoner/reckoner-screen';
import { rulesToday } from '@/server/rules';
import { first, type Query } from '../first';

export const metadata: Metadata = { title: 'Reckoner' };
export const dynamic = 'force-dynamic';

export default async function ReckonerPage({ searchParams }: { readonly searchParams: Query }) {
  const asked = Object.entries(await searchParams).map(([name, value]) => [name, first(value)]);
  return <ReckonerScreen rules={await rulesToday()} query={Object.fromEntries(asked)} />;
}
