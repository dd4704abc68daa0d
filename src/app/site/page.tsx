import type { Metadata } from 'next';
import { sheetOf } from '@/core/exchange/site/site-sheet';
import { contextHere } from '@/entry/context';
import { SiteScreen } from '@/features/site/site-screen';
import { copyList } from '@/server/copies';
import { instrumentsView } from '@/server/instruments/keys';

export const metadata: Metadata = { title: 'Site' };
export const dynamic = 'force-dynamic';

export default async function SitePage() {
  const context = await contextHere();
  const { site } = context;
  return (
    <SiteScreen
      copies={await copyList(context)}
      instruments={await instrumentsView(context)}
      sheet={sheetOf(site)}
      revision={site.revision}
      zones={Intl.supportedValuesOf('timeZone')}
    />
  );
}
