import type { Metadata } from 'next';
import { VehicleForm } from '@/features/vehicles/vehicle-form';

export const metadata: Metadata = { title: 'Register a vehicle' };

export default function NewVehiclePage() {
  return <VehicleForm />;
}
