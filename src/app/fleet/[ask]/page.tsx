import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { contextHere } from '@/entry/context';
import { FleetScreen } from '@/features/fleet/fleet-screen';
import { isQuestion } from '@/features/fleet/questions';
import { rulesToday } from '@/server/rules';
import type { Query } from '../../first';
import { answerOf } from '../answer';

export const metadata: Metadata = { title: 'Fleet' };
export const dynamic = 'force-dynamic';

export default async function FleetQuestionPage({
  params,
  searchParams,
}: {
  readonly params: Promise<{ ask: string }>;
  readonly searchParams: Query;
}) {
  const { ask } = await params;
  if (!isQuestion(ask)) notFound();
  const context = await contextHere();
  const answer = await answerOf(context, ask, await searchParams);
  const { health } = await rulesToday(context);
  const { currency } = context.site;
  return <FleetScreen answer={answer} nowMs={context.now()} linePct={health.retirePct} currency={currency} />;
}
