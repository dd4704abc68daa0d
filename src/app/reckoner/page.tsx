import type { Metadata } from 'next';
import { ReckonerScreen } from '@/features/reckoner/reckoner-screen';
import { rulesToday } from '@/server/rules';

export const metadata: Metadata = { title: 'Reckoner' };
export const dynamic = 'force-dynamic';

interface Props {
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default async function ReckonerPage({ searchParams }: Props) {
  const asked = Object.entries(await searchParams).map(([name, value]) => [
    name,
    Array.isArray(value) ? value[0] : value,
  ]);
  return <ReckonerScreen rules={await rulesToday()} query={Object.fromEntries(asked)} />;
}
