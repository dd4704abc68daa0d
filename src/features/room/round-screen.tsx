'use client';

import type { RoundUnit, RoundView } from '@/core/exchange/room-views';
import { temperatureWords } from '@/core/steps/words';
import { BatteryLine } from '@/ui/battery-line';
import { buttonClass } from '@/ui/button';
import { Link } from '@/ui/link';
import { Moment } from '@/ui/moment';
import { PrintButton } from '@/ui/print-button';
import { useSite } from '@/ui/site';
import { StartRun } from '@/ui/start-run';

interface Props {
  readonly round: RoundView;
}

const DAYS = [0, 7, 30] as const;
const DAYS_WORDS = { 0: 'Overdue', 7: 'Within a week', 30: 'Within a month' } as const;

/** A round through store and yard: what is to be charged or equalised, place by place, walked with a phone or on paper. Its form is the page's own address, so that a round can be kept as a link. */
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
        <span className="figures">{temperatureWords(celsius, temperatureUnit)}</span>, and those that are
        cycled deeply and are to be equalised. Scan or tap one where it stands, look at it, and charge it.
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
      {count === 0 && (
        <p className="text-lg">Nothing runs low in store by then, and nothing is to be equalised.</p>
      )}
      {places.map(({ place, units }) => (
        <section key={place} aria-label={place || 'No place said'} className="grid gap-1">
          <h2 className="text-lg font-semibold">{place || 'No place said'}</h2>
          <ul className="divide-y border-y">
            {units.map((unit) => (
              <Unit key={unit.battery.id} unit={unit} nowMs={nowMs} />
            ))}
          </ul>
        </section>
      ))}
      <p className="text-sm text-soft">
        Lift with a carrier. Frozen, cracked or leaking: leave it, keep away, say so. Equalise only what
        opens, after a full charge, with the fan running; nobody smokes. Water only after the charge. Local
        codes, the maker’s instructions and licensed practice decide.
      </p>
    </main>
  );
}

function Unit({ unit, nowMs }: { readonly unit: RoundUnit; readonly nowMs: number }) {
  const { battery, charge, equalise } = unit;
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-2 py-3">
      <span aria-hidden="true" className="hidden size-6 border-2 border-ink print:block" />
      <div className="min-w-0 grow">
        <Link
          href={`/batteries/${battery.id}`}
          className="figures text-xl font-bold break-all hover:underline"
        >
          {battery.tag}
        </Link>
        <BatteryLine battery={battery} />
        {charge && (
          <p className={charge.byMs < nowMs ? 'font-semibold text-warn' : ''}>
            {charge.byMs < nowMs ? 'overdue since' : 'charge by'} <Moment atMs={charge.byMs} as="day" />,
            about <span className="figures">{Math.round(charge.nowPct)} %</span> now
          </p>
        )}
        {equalise && (
          <p className={equalise.byMs < nowMs ? 'font-semibold text-warn' : ''}>
            {equalise.byMs < nowMs ? 'to equalise since' : 'equalise by'}{' '}
            <Moment atMs={equalise.byMs} as="day" />,{' '}
            {equalise.lastMs === null ? (
              'not equalised here yet'
            ) : (
              <>
                last <Moment atMs={equalise.lastMs} as="day" />
              </>
            )}
          </p>
        )}
      </div>
      <div className="no-print">
        <StartRun
          batteryId={battery.id}
          label={charge || !equalise ? 'Take it in' : 'Equalise it'}
          told={equalise ? '?mode=equalise' : ''}
        />
      </div>
    </li>
  );
}
