import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { contextHere } from '@/entry/context';
import { RecordingScreen } from '@/features/recordings/recording-screen';
import { recordingView } from '@/server/recordings';
import { first, type Query } from '../../first';

export const metadata: Metadata = { title: 'Recorded start' };
export const dynamic = 'force-dynamic';

interface Props {
  readonly params: Promise<{ id: string }>;
  readonly searchParams: Query;
}

export default async function RecordingPage({ params, searchParams }: Props) {
  const view = await recordingView(await contextHere(), (await params).id);
  return view ? (
    <RecordingScreen view={view} besideId={first((await searchParams).beside) ?? null} />
  ) : (
    notFound()
  );
}
