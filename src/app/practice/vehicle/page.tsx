import type { Metadata } from 'next';
import { vehicleCaseOf } from '@/core/practice/vehicle/vehicle-code';
import { NoSuchCase } from '@/features/practice/no-such-case';
import { VehicleCaseScreen } from '@/features/practice/vehicle-case-screen';
import { first, type Query } from '../../first';

export const metadata: Metadata = { title: 'Practice on a vehicle' };
export const dynamic = 'force-dynamic';

export default async function PracticeVehiclePage({ searchParams }: { readonly searchParams: Query }) {
  const code = first((await searchParams).code) ?? '';
  const found = vehicleCaseOf(code);
  if (!found.ok) return <NoSuchCase problems={found.problems} />;
  return <VehicleCaseScreen vehicleCase={found.value} code={code} startMs={Date.now()} />;
}
