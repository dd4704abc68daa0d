import type { Metadata } from 'next';
import { contextHere } from '@/entry/context';
import { RulesScreen } from '@/features/rules/rules-screen';
import { rulesView } from '@/server/rules';

export const metadata: Metadata = { title: 'House rules' };
export const dynamic = 'force-dynamic';

export default async function RulesPage() {
  const context = await contextHere();
  const view = await rulesView(context);
  const { id, version } = view.current;
  return <RulesScreen key={`${id} ${version}`} view={view} />;
}
