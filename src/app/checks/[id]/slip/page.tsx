import type { Metadata } from 'next';
import { headers } from 'next/headers';
import { notFound } from 'next/navigation';
import { contextHere } from '@/entry/context';
import { CheckSlipScreen } from '@/features/paper/check-slip-screen';
import { codePath } from '@/paper/code-path';
import { checkSlipView } from '@/server/checks';
import { addressOf } from '@/server/paper';
import { stillsOfCheck } from '@/server/recordings';

export const metadata: Metadata = { title: 'Slip of a check' };
export const dynamic = 'force-dynamic';

export default async function CheckSlipPage({ params }: { readonly params: Promise<{ id: string }> }) {
  const context = await contextHere();
  const { id } = await params;
  const slip = await checkSlipView(context, id);
  if (!slip) notFound();
  return (
    <CheckSlipScreen
      slip={slip}
      stills={await stillsOfCheck(context, id)}
      code={codePath(`${addressOf(context, await headers())}/checks/${id}`, 'square')}
    />
  );
}
