import type { Metadata } from 'next';
import { sheetOf } from '@/core/exchange/site/site-sheet';
import { contextHere } from '@/entry/context';
import { WelcomeScreen } from '@/features/people/welcome-screen';
import { isClosed } from '@/server/people/admission';
import { technicians } from '@/server/technicians';

export const metadata: Metadata = { title: 'Welcome' };
export const dynamic = 'force-dynamic';

export default async function WelcomePage() {
  const context = await contextHere();
  const isLed = await isClosed(context.store);
  return (
    <WelcomeScreen
      isLed={isLed}
      sheet={isLed ? null : sheetOf(context.site)}
      revision={context.site.revision}
      names={isLed ? [] : (await technicians(context)).map(({ name }) => name)}
      zones={isLed ? [] : Intl.supportedValuesOf('timeZone')}
    />
  );
}
