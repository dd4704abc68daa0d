import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { cache } from 'react';
import { contextHere } from '@/entry/context';
import { VehicleScreen } from '@/features/vehicles/vehicle-screen';
import { vehicleStory } from '@/server/vehicles';

export const dynamic = 'force-dynamic';

interface Props {
  readonly params: Promise<{ id: string }>;
}

/** Looked up once a page, however many of its parts ask. */
const storyOf = cache(async (id: string) => vehicleStory(await contextHere(), id));

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const story = await storyOf((await params).id);
  return { title: story?.vehicle.name ?? 'No such vehicle' };
}

export default async function VehiclePage({ params }: Props) {
  const story = await storyOf((await params).id);
  return story ? <VehicleScreen story={story} /> : notFound();
}
