import type { Metadata } from 'next';
import { contextHere } from '@/entry/context';
import { JournalScreen } from '@/features/people/journal-screen';
import { journalView } from '@/server/people/journal';
import { first, type Query } from '../first';

export const metadata: Metadata = { title: 'Journal' };
export const dynamic = 'force-dynamic';

export default async function JournalPage({ searchParams }: { readonly searchParams: Query }) {
  const { who, about, before } = await searchParams;
  const number = Number(first(before));
  const wanted = {
    personId: first(who) ?? null,
    aboutId: first(about) ?? null,
    beforeNumber: Number.isSafeInteger(number) && number > 0 ? number : null,
  };
  return <JournalScreen view={await journalView(await contextHere(), wanted)} wanted={wanted} />;
}
