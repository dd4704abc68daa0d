import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { cache } from 'react';
import { contextHere } from '@/entry/context';
import { BatteryScreen } from '@/features/battery/battery-screen';
import { batteryStory } from '@/server/batteries';

export const dynamic = 'force-dynamic';

interface Props {
  readonly params: Promise<{ id: string }>;
}

/** Looked up once a page, however many of its parts ask. */
const storyOf = cache(async (id: string) => batteryStory(await contextHere(), id));

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const story = await storyOf((await params).id);
  return { title: story?.battery.tag ?? 'No such battery' };
}

export default async function BatteryPage({ params }: Props) {
  const story = await storyOf((await params).id);
  return story ? <BatteryScreen story={story} /> : notFound();
}
