import type { Metadata } from 'next';
import { headers } from 'next/headers';
import { notFound } from 'next/navigation';
import { contextHere } from '@/entry/context';
import { SlipScreen } from '@/features/paper/slip-screen';
import { codePath } from '@/paper/code-path';
import { addressOf, slipView } from '@/server/paper';
import { sharesOf } from '@/server/people/share';
import { first, type Query } from '../../../first';

export const metadata: Metadata = { title: 'Slip' };
export const dynamic = 'force-dynamic';

interface Props {
  readonly params: Promise<{ id: string }>;
  readonly searchParams: Query;
}

export default async function SlipPage({ params, searchParams }: Props) {
  const context = await contextHere();
  const { id } = await params;
  const audience = first((await searchParams).for) === 'customer' ? 'customer' : 'shop';
  const slip = await slipView(context, id, audience);
  if (!slip) notFound();
  const shares = slip.finished ? await sharesOf(context, id) : null;
  return (
    <SlipScreen
      slip={slip}
      shares={shares}
      code={codePath(`${addressOf(context, await headers())}/bench/${id}`, 'square')}
    />
  );
}
