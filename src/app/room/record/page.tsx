import type { Metadata } from 'next';
import { contextHere } from '@/entry/context';
import { RecordScreen } from '@/features/room/record-screen';
import { recordView } from '@/server/room-record';

export const metadata: Metadata = { title: 'What was charged' };
export const dynamic = 'force-dynamic';

export default async function RecordPage() {
  return <RecordScreen record={await recordView(await contextHere())} />;
}
