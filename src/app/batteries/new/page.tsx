import type { Metadata } from 'next';
import { LabelForm } from '@/features/battery/label-form';

export const metadata: Metadata = { title: 'Register a battery' };

export default async function NewBatteryPage({ searchParams }: { searchParams: Promise<{ tag?: string }> }) {
  const { tag = '' } = await searchParams;
  return <LabelForm tag={tag} />;
}
