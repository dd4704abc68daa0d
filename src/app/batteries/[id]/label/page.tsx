import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { LabelForm } from '@/features/battery/label-form';
import { batteryStory } from '@/server/batteries';

export const metadata: Metadata = { title: 'Correct a label' };
export const dynamic = 'force-dynamic';

export default async function LabelPage({ params }: { params: Promise<{ id: string }> }) {
  const story = await batteryStory((await params).id);
  return story ? <LabelForm battery={story.battery} /> : notFound();
}
