import type { Metadata } from 'next';
import { caseOfCode } from '@/core/practice/case-code';
import { ComposeCase } from '@/features/practice/compose-case';
import { NoSuchCase } from '@/features/practice/no-such-case';
import { first, type Query } from '../../first';

export const metadata: Metadata = { title: 'Compose a case' };

/** A new case, or one that begins from the case of a code. */
export default async function ComposePage({ searchParams }: { readonly searchParams: Query }) {
  const code = first((await searchParams).code);
  if (code === undefined) return <ComposeCase from={null} />;
  const found = caseOfCode(code);
  if (!found.ok) return <NoSuchCase problems={found.problems} />;
  return <ComposeCase from={found.value} />;
}
