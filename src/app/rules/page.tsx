import type { Metadata } from 'next';
import { RulesScreen } from '@/features/rules/rules-screen';
import { rulesView } from '@/server/rules';

export const metadata: Metadata = { title: 'House rules' };
export const dynamic = 'force-dynamic';

export default async function RulesPage() {
  const view = await rulesView();
  const { id, version } = view.current;
  return <RulesScreen key={`${id} ${version}`} view={view} />;
}
