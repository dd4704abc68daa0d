import type { Metadata } from 'next';
import { contextHere } from '@/entry/context';
import { FleetScreen } from '@/features/fleet/fleet-screen';
import { rulesToday } from '@/server/rules';
import type { Query } from '../first';
import { answerOf } from './answer';

export const metadata: Metadata = { title: 'Fleet' };
export const dynamic = 'force-dynamic';

export default async function FleetPage({ searchParams }: { readonly searchParams: Query }) {
  const context = await contextHere();
  const answer = await answerOf(context, 'first', await searchParams);
  const { health } = await rulesToday(context);
  const { currency } = context.site;
  return <FleetScreen answer={answer} nowMs={context.now()} linePct={health.retirePct} currency={currency} />;
}
