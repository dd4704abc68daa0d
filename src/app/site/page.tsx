import type { Metadata } from 'next';
import { sheetOf } from '@/core/exchange/site/site-sheet';
import { contextHere } from '@/entry/context';
import { SiteScreen } from '@/features/site/site-screen';

export const metadata: Metadata = { title: 'Site' };
export const dynamic = 'force-dynamic';

export default async function SitePage() {
  const { site } = await contextHere();
  return (
    <SiteScreen sheet={sheetOf(site)} revision={site.revision} zones={Intl.supportedValuesOf('timeZone')} />
  );
}
