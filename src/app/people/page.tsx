import type { Metadata } from 'next';
import { contextHere } from '@/entry/context';
import { PeopleScreen } from '@/features/people/people-screen';
import { ownPasskeys } from '@/server/people/passkeys';
import { peopleView } from '@/server/people/people';

export const metadata: Metadata = { title: 'People' };
export const dynamic = 'force-dynamic';

export default async function PeoplePage() {
  const context = await contextHere();
  return <PeopleScreen view={await peopleView(context)} passkeys={await ownPasskeys(context)} />;
}
