import type { Metadata } from 'next';
import { contextHere } from '@/entry/context';
import { PracticeResultsScreen } from '@/features/people/practice-results-screen';
import { practiceView } from '@/server/people/practice';
import { first, type Query } from '../../first';

export const metadata: Metadata = { title: 'Practice results' };
export const dynamic = 'force-dynamic';

export default async function PracticeResultsPage({ searchParams }: { readonly searchParams: Query }) {
  const who = first((await searchParams).who) ?? null;
  return <PracticeResultsScreen view={await practiceView(await contextHere(), who)} />;
}
