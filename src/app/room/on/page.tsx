import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { first, type Query } from '@/app/first';
import { contextHere } from '@/entry/context';
import { PutOnScreen } from '@/features/room/put-on-screen';
import { putOnView } from '@/server/room-put-on';

export const metadata: Metadata = { title: 'Put it on' };
export const dynamic = 'force-dynamic';

export default async function PutOnPage({ searchParams }: { readonly searchParams: Query }) {
  const { tag } = await searchParams;
  const view = await putOnView(await contextHere(), first(tag) ?? '');
  return view ? <PutOnScreen key={view.battery.id} view={view} /> : notFound();
}
