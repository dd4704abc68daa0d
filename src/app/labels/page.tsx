import type { Metadata } from 'next';
import { contextHere } from '@/entry/context';
import { LabelScreen } from '@/features/paper/label-screen';
import { codePath, fitsBars } from '@/paper/code-path';
import { labelsOf } from '@/server/paper';
import type { Query } from '../first';
import { labelsAsked } from './asked';

export const metadata: Metadata = { title: 'Labels' };
export const dynamic = 'force-dynamic';

export default async function LabelsPage({ searchParams }: { readonly searchParams: Query }) {
  const context = await contextHere();
  const query = new URLSearchParams();
  for (const [name, values] of Object.entries(await searchParams)) {
    for (const value of [values ?? []].flat()) query.append(name, value);
  }
  const asked = labelsAsked(query);
  const found = await labelsOf(context, asked);
  const code = query.get('code') === 'bars' ? 'bars' : 'square';
  const { labels, inUse } = found.ok ? found.value : { labels: [], inUse: [] };
  return (
    <LabelScreen
      labels={labels.slice(0, MOST_DRAWN).map((tag) => ({
        tag,
        code: codePath(tag.tag, code === 'bars' && fitsBars(tag.tag) ? 'bars' : 'square'),
      }))}
      count={labels.length}
      inUse={inUse}
      problems={found.ok ? [] : found.problems}
      asked={asked}
      size={query.get('size')}
      code={code}
    />
  );
}

/** Labels that are drawn on the screen; the rest are only printed. */
const MOST_DRAWN = 24;
