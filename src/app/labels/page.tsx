import type { Metadata } from 'next';
import { LabelScreen } from '@/features/paper/label-screen';
import { codePath, fitsBars } from '@/paper/code-path';
import { labelsOf } from '@/server/paper';

export const metadata: Metadata = { title: 'Labels' };
export const dynamic = 'force-dynamic';

interface Props {
  readonly searchParams: Promise<{ battery?: string | string[]; lot?: string; size?: string; code?: string }>;
}

export default async function LabelsPage({ searchParams }: Props) {
  const { battery = [], lot = null, size = null, code } = await searchParams;
  const batteries = Array.isArray(battery) ? battery : [battery];
  const tags = await labelsOf({ batteries, lot });
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
