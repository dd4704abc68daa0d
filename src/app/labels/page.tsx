import type { Metadata } from 'next';
import { contextHere } from '@/entry/context';
import { LabelScreen } from '@/features/paper/label-screen';
import { codePath, fitsBars } from '@/paper/code-path';
import { labelsOf } from '@/server/paper';
import { first, type Query } from '../first';

export const metadata: Metadata = { title: 'Labels' };
export const dynamic = 'force-dynamic';

export default async function LabelsPage({ searchParams }: { readonly searchParams: Query }) {
  const context = await contextHere();
  const asked = await searchParams;
  const batteries = [asked.battery ?? []].flat();
  const [lot, size, code] = [first(asked.lot) ?? null, first(asked.size) ?? null, first(asked.code)];
  const tags = await labelsOf(context, { batteries, lot });
  const labels = tags.map((tag) => ({
    tag,
    code: codePath(tag.tag, code === 'bars' && fitsBars(tag.tag) ? 'bars' : 'square'),
  }));
  return (
    <LabelScreen
      labels={labels}
      asked={{ batteries, lot, size }}
      code={code === 'bars' ? 'bars' : 'square'}
    />
  );
}
