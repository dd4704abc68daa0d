import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { contextHere } from '@/entry/context';
import { VehicleForm } from '@/features/vehicles/vehicle-form';
import { vehicleStory } from '@/server/vehicles';

export const metadata: Metadata = { title: 'Put a vehicle right' };
export const dynamic = 'force-dynamic';

export default async function EditVehiclePage({ params }: { params: Promise<{ id: string }> }) {
  const story = await vehicleStory(await contextHere(), (await params).id);
  return story ? <VehicleForm vehicle={story.vehicle} /> : notFound();
}
