import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { BatteryScreen } from '@/features/battery/battery-screen';
import { batteryStory } from '@/server/batteries';

export const dynamic = 'force-dynamic';

interface Props {
  readonly params: Promise<{ id: string }>;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const story = await batteryStory((await params).id);
  return { title: story?.battery.tag ?? 'No such battery' };
}

export default async function BatteryPage({ params }: Props) {
  const story = await batteryStory((await params).id);
  return story ? <BatteryScreen story={story} /> : notFound();
}
