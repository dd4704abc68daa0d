import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { contextHere } from '@/entry/context';
import { LabelForm } from '@/features/battery/label-form';
import { batteryStory } from '@/server/batteries';

export const metadata: Metadata = { title: 'Correct a label' };
export const dynamic = 'force-dynamic';

export default async function LabelPage({ params }: { params: Promise<{ id: string }> }) {
  const context = await contextHere();
  const story = await batteryStory(context, (await params).id);
  return story ? <LabelForm battery={story.battery} /> : notFound();
}
