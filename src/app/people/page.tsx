import type { Metadata } from 'next';
import { contextHere } from '@/entry/context';
import { PeopleScreen } from '@/features/people/people-screen';
import { peopleView } from '@/server/people/people';

export const metadata: Metadata = { title: 'People' };
export const dynamic = 'force-dynamic';

export default async function PeoplePage() {
  return <PeopleScreen view={await peopleView(await contextHere())} />;
}
