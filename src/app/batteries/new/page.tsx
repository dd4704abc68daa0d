import type { Metadata } from 'next';
import { LabelForm } from '@/features/battery/label-form';
import { first, type Query } from '../../first';

export const metadata: Metadata = { title: 'Register a battery' };

export default async function NewBatteryPage({ searchParams }: { readonly searchParams: Query }) {
  return <LabelForm tag={first((await searchParams).tag)?.slice(0, 300) ?? ''} />;
}
