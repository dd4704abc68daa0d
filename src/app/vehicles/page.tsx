import type { Metadata } from 'next';
import { contextHere } from '@/entry/context';
import { VehicleList } from '@/features/vehicles/vehicle-list';
import { vehicleList } from '@/server/vehicles';
import { first, type Query } from '../first';

export const metadata: Metadata = { title: 'Vehicles' };
export const dynamic = 'force-dynamic';

/** No search is longer: what is gets cut, as the field itself would. */
const LONGEST = 200;

export default async function VehiclesPage({ searchParams }: { readonly searchParams: Query }) {
  const words = first((await searchParams).q)?.slice(0, LONGEST) ?? '';
  return <VehicleList words={words} vehicles={await vehicleList(await contextHere(), words)} />;
}
