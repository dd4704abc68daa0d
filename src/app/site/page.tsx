import type { Metadata } from 'next';
import { contextHere } from '@/entry/context';
import { SiteScreen } from '@/features/site/site-screen';

export const metadata: Metadata = { title: 'Site' };
export const dynamic = 'force-dynamic';

export default async function SitePage() {
  const { site } = await contextHere();
  const { id: _id, rulesId: _rules, revision, ...sheet } = site;
  return <SiteScreen sheet={sheet} revision={revision} zones={Intl.supportedValuesOf('timeZone')} />;
}
