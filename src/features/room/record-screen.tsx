'use client';

import type { ChargingRecordView } from '@/core/exchange/room-views';
import { formatCents } from '@/core/quantity/money';
import { type ChargerRecord, isWeakCharger } from '@/core/room/charging-record';
import { buttonClass } from '@/ui/button';
import { Link } from '@/ui/link';
import { PrintButton } from '@/ui/print-button';
import { useSite } from '@/ui/site';

/** What was charged in a month: what it took and cost, battery by battery, and what each charger gave. */
export function RecordScreen({ record }: { readonly record: ChargingRecordView }) {
  const { currency } = useSite();
  const { days, energy, batteries, chargers } = record;
  return (
    <main className="mx-auto grid max-w-5xl gap-5 px-4 py-4">
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="grow text-2xl font-bold">What was charged in {days} days</h1>
        <Link href="/room" className={buttonClass()}>
          Charge room
        </Link>
        <PrintButton />
      </div>
      <p className="text-xl">
        <span className="figures text-4xl font-semibold">{energy.kwh.toFixed(1)} kWh</span> from the mains,{' '}
        <span className="figures font-semibold">{formatCents(energy.cost, currency)}</span>. Counted is what
        was read on the chargers.
      </p>
      {chargers.length > 0 && <Chargers chargers={chargers} />}
      {batteries.length === 0 ? (
        <p className="text-soft">Nothing was put on charge here.</p>
      ) : (
        <table className="w-full text-left">
          <caption className="heading pb-1 text-left">Batteries, what took most first</caption>
          <thead>
            <tr className="heading border-b">
              {['Tag', 'Charges', 'Ah', 'kWh', 'Cost'].map((name) => (
                <th key={name} scope="col" className="py-1 pr-4">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody className="divide-y">
            {batteries.map(({ batteryId, tag, charges, ampHours, kwh, cost }) => (
              <tr key={batteryId}>
                <th scope="row" className="py-2 pr-4">
                  <Link href={`/batteries/${batteryId}`} className="figures font-semibold hover:underline">
                    {tag}
                  </Link>
                </th>
                <td className="figures">{charges}</td>
                <td className="figures">{ampHours.toFixed(0)}</td>
                <td className="figures">{kwh.toFixed(2)}</td>
                <td className="figures">{formatCents(cost, currency)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </main>
  );
}

function Chargers({ chargers }: { readonly chargers: readonly ChargerRecord[] }) {
  const known = useSite().chargers;
  return (
    <section aria-label="Chargers" className="grid gap-1">
      <h2 className="heading">Chargers, and whether they give what they are set to</h2>
      <ul className="divide-y border-y">
        {chargers.map((one) => (
          <li key={one.charger} className="flex flex-wrap items-baseline gap-x-5 py-2">
            <span className="font-semibold">
              {known.find(({ id }) => id === one.charger)?.name ?? 'A charger of another site'}
            </span>
            <span className="text-soft">
              <span className="figures">{one.charges}</span> {one.charges === 1 ? 'charge' : 'charges'}
            </span>
            <span className={isWeakCharger(one) ? 'font-semibold text-warn' : 'text-soft'}>
              {saidOf(one)}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function saidOf(record: ChargerRecord): string {
  const { read, gaveLess, last } = record;
  if (read === 0) return 'never read before the voltage was reached: nothing is known of its current';
  if (gaveLess === 0 || !last) return 'gives what it is set to';
  const what = `gave ${last.gives.toFixed(1)} A of the ${last.setTo.toFixed(1)} A that it was set to`;
  return isWeakCharger(record)
    ? `${what}, in ${gaveLess} of ${read} readings: have its leads, clamps and output looked at`
    : `${what}, once`;
}
