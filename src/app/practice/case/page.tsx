import type { Metadata } from 'next';
import { caseOfCode } from '@/core/practice/case-code';
import { CaseScreen } from '@/features/practice/case-screen';
import { NoSuchCase } from '@/features/practice/no-such-case';
import { first, type Query } from '../../first';

export const metadata: Metadata = { title: 'Practice case' };
export const dynamic = 'force-dynamic';

export default async function PracticeCasePage({ searchParams }: { readonly searchParams: Query }) {
  const code = first((await searchParams).code) ?? '';
  const found = caseOfCode(code);
  if (!found.ok) return <NoSuchCase problems={found.problems} />;
  return <CaseScreen practiceCase={found.value} code={code} startMs={Date.now()} />;
}
