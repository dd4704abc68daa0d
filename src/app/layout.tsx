import type { Metadata, Viewport } from 'next';
import { answerHere } from '@/entry/answer-to';
import { copiesWhileShut } from '@/entry/copies-while-shut';
import { SignInAgain } from '@/features/people/sign-in-again';
import { BeforeItListens } from '@/features/shell/before-it-listens';
import { ChargeAlarms } from '@/features/shell/charge-alarms';
import { Listens } from '@/features/shell/listens';
import { StoreTrouble } from '@/features/shell/store-trouble';
import { TopBar } from '@/features/shell/top-bar';
import { screenSettings } from '@/server/screen';
import { SiteProvider } from '@/ui/site';
import { StaysHere } from '@/ui/stays-here';
import './globals.css';

export const metadata: Metadata = {
  title: { default: 'Integra', template: '%s · Integra' },
  description: 'Testing and grading lead-acid batteries, with the working shown.',
};

export const viewport: Viewport = { width: 'device-width', initialScale: 1 };
export const dynamic = 'force-dynamic';

export default async function RootLayout({ children }: { readonly children: React.ReactNode }) {
  const settings = await answerHere(screenSettings);
  return (
    <html lang="en" data-theme={settings.ok ? settings.value.theme : 'system'}>
      <body>
        <BeforeItListens />
        <Listens />
        {settings.ok ? (
          <SiteProvider settings={settings.value}>
            {settings.value.isIn && <TopBar />}
            {children}
            {settings.value.isIn && <ChargeAlarms />}
            <SignInAgain />
            <StaysHere />
          </SiteProvider>
        ) : (
          <StoreTrouble problems={settings.problems} copies={await copiesWhileShut()} />
        )}
      </body>
    </html>
  );
}
