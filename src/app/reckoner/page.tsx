import type { Metadata } from 'next';
import { contextHere } from '@/entry/context';
import { ReckonerScreen } from '@/features/reckoner/reckoner-screen';
import { rulesToday } from '@/server/rules';
import { first, type Query } from '../first';

export const metadata: Metadata = { title: 'Reckoner' };
export const dynamic = 'force-dynamic';

export default async function ReckonerPage({ searchParams }: { readonly searchParams: Query }) {
  const context = await contextHere();
  const asked = Object.entries(await searchParams).map(([name, value]) => [name, first(value)]);
  return <ReckonerScreen rules={await rulesToday(context)} query={Object.fromEntries(asked)} />;
}
