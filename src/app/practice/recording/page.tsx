import type { Metadata } from 'next';
import { recordingCaseOf } from '@/core/practice/recording/recording-case';
import { NoSuchCase } from '@/features/practice/no-such-case';
import { RecordingCaseScreen } from '@/features/practice/recording-case-screen';
import { first, type Query } from '../../first';

export const metadata: Metadata = { title: 'Practice on a recording' };
export const dynamic = 'force-dynamic';

export default async function PracticeRecordingPage({ searchParams }: { readonly searchParams: Query }) {
  const code = first((await searchParams).code) ?? '';
  const found = recordingCaseOf(code);
  if (!found.ok) return <NoSuchCase problems={found.problems} />;
  return <RecordingCaseScreen recordingCase={found.value} code={code} />;
}
