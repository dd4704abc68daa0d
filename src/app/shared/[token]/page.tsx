import type { Metadata } from 'next';
import { headers } from 'next/headers';
import { contextHere } from '@/entry/context';
import { SharedSlip } from '@/features/paper/shared-slip';
import { codePath } from '@/paper/code-path';
import { addressOf, slipView } from '@/server/paper';
import { runOfShare } from '@/server/people/share';

// An address that nobody is to find by looking for it.
export const metadata: Metadata = { title: 'Battery test', robots: { index: false, follow: false } };
export const dynamic = 'force-dynamic';

export default async function SharedPage({ params }: { readonly params: Promise<{ token: string }> }) {
  const context = await contextHere();
  const { token } = await params;
  const runId = await runOfShare(context, token);
  const slip = runId === undefined ? undefined : await slipView(context, runId, 'customer');
  if (!slip) return <SharedSlip slip={null} code={null} />;
  const address = `${addressOf(context, await headers())}/shared/${token}`;
  return <SharedSlip slip={slip} code={codePath(address, 'square')} />;
}
