import type { Metadata } from 'next';
import { contextHere } from '@/entry/context';
import { RoomScreen } from '@/features/room/room-screen';
import { roomView } from '@/server/room';

export const metadata: Metadata = { title: 'Charge room' };
export const dynamic = 'force-dynamic';

export default async function RoomPage() {
  return <RoomScreen view={await roomView(await contextHere())} />;
}
