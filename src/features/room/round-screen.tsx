'use client';

import Link from 'next/link';
import type { IdleBattery } from '@/core/exchange/fleet-views';
import { temperatureWords } from '@/core/steps/words';
import { BatteryLine } from '@/ui/battery-line';
import { buttonClass } from '@/ui/button';
import { Moment } from '@/ui/moment';
import { PrintButton } from '@/ui/print-button';
import { useSite } from '@/ui/site';
import { StartRun } from '@/ui/start-run';

/** What a store is looked through for; its form is the page's own address, so that a round can be kept as a link. */
interface Props {
  readonly round: {
    readonly nowMs: number;
    readonly days: number;
    readonly celsius: number;
    readonly places: readonly { readonly place: string; readonly units: readonly IdleBattery[] }[];
  };
}

const DAYS = [0, 7, 30] as const;
const DAYS_WORDS = { 0: 'Overdue', 7: 'Within a week', 30: 'Within a month' } as const;

/** A round through the store: what is to be charged, place by place, walked with a phone or on paper. */
export function RoundScreen({ round: { nowMs, days, celsius, places } }: Props) {
  const { temperatureUnit } = useSite();
  const count = places.reduce((sum, { units }) => sum + units.length, 0);
  return (
    <main className="mx-auto grid max-w-3xl gap-4 px-4 py-4">
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="grow text-2xl font-bold">Round</h1>
        <Link href="/room" className={buttonClass()}>
          Charge room
        </Link>
        <PrintButton />
      </div>
      <p className="text-soft">
        Stored batteries that run low by then, in a store of{' '}
        <span className="figures">{temperatureWords(celsius, temperatureUnit)}</span>. Scan or tap one where
        it stands, look at it, and charge it.
      </p>
      <nav aria-label="How far ahead" className="no-print flex flex-wrap gap-2">
        {DAYS.map((ahead) => (
          <Link
            key={ahead}
            href={`/room/round?days=${ahead}`}
            aria-current={ahead === days ? 'page' : undefined}
            className={buttonClass(ahead === days ? 'main' : 'plain')}
          >
            {DAYS_WORDS[ahead]}
          </Link>
        ))}
      </nav>
      {count === 0 && <p className="text-lg">Nothing that is stored runs low by then.</p>}
      {places.map(({ place, units }) => (
        <section key={place} aria-label={place || 'No place said'} className="grid gap-1">
          <h2 className="text-lg font-semibold">{place || 'No place said'}</h2>
          <ul className="divide-y border-y">
            {units.map(({ battery, nowPct, topUpByMs }) => (
              <li key={battery.id} className="flex flex-wrap items-center gap-x-4 gap-y-2 py-3">
                <span aria-hidden="true" className="hidden size-6 border-2 border-ink print:block" />
                <div className="min-w-0 grow">
                  <Link
                    href={`/batteries/${battery.id}`}
                    className="figures text-xl font-bold break-all hover:underline"
                  >
                    {battery.tag}
                  </Link>
                  <BatteryLine battery={battery} />
                  <p className={topUpByMs < nowMs ? 'font-semibold text-warn' : ''}>
                    {topUpByMs < nowMs ? 'overdue since' : 'charge by'} <Moment atMs={topUpByMs} as="day" />,
                    about <span className="figures">{Math.round(nowPct)} %</span> now
                  </p>
                </div>
                <div className="no-print">
                  <StartRun batteryId={battery.id} label="Take it in" />
                </div>
              </li>
            ))}
          </ul>
        </section>
      ))}
      <p className="text-sm text-soft">
        Lift with a carrier. Frozen, cracked or leaking: leave it, keep away, say so. Water only after the
        charge. Local codes, the maker’s instructions and licensed practice decide.
      </p>
    </main>
  );
}
