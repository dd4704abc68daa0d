'use client';

import { CirclePlus } from 'lucide-react';
import Link from 'next/link';
import type { BenchRow, FloorView, RunSummary } from '@/core/exchange/views';
import { chargeDueMs, settleEndsAtMs } from '@/core/procedure/clocks';
import { STEPS } from '@/core/procedure/steps';
import { buttonClass } from '@/ui/button';
import { Countdown } from '@/ui/countdown';
import { Moment } from '@/ui/moment';
import { useTechnicianName } from '@/ui/site';
import { useNow } from '@/ui/use-now';
import { VerdictLabel } from '@/ui/verdict-label';
import { ScanField } from './scan-field';

/** What needs my hands now: the scan field, what is on the bench, what was done today. */
export function FloorScreen({
  floor,
  focusScan,
}: {
  readonly floor: FloorView;
  readonly focusScan: boolean;
}) {
  const nowMs = useNow(floor.nowMs);
  const groups = groupsOf(floor.onBench, nowMs);
  return (
    <main className="mx-auto grid max-w-7xl gap-6 px-4 py-5">
      <h1 className="sr-only">Floor</h1>
      <ScanField startFocused={focusScan} />
      {floor.batteries === 0 ? (
        <FirstBattery />
      ) : (
        <div className="grid items-start gap-6 lg:grid-cols-[3fr_2fr]">
          <section aria-label="On the bench" className="grid gap-5">
            <h2 className="text-xl font-semibold">On the bench</h2>
            {floor.onBench.length === 0 && (
              <p className="text-soft">Nothing lies on the bench. Scan a tag to begin.</p>
            )}
            {groups.map(
              ({ title, rows }) =>
                rows.length > 0 && <Group key={title} title={title} rows={rows} nowMs={nowMs} />,
            )}
          </section>
          <DoneToday runs={floor.doneToday} />
        </div>
      )}
    </main>
  );
}

function FirstBattery() {
  return (
    <section className="sheet grid justify-items-start gap-3 p-6">
      <h2 className="text-xl font-semibold">No battery is registered yet</h2>
      <p className="text-soft">
        Stick a tag on the first one, scan or type it above, and copy what its label says.
      </p>
      <Link href="/batteries/new" className={buttonClass('main', true)}>
        <CirclePlus size={20} aria-hidden="true" />
        Register a battery
      </Link>
    </section>
  );
}

interface BenchGroup {
  readonly title: string;
  readonly rows: readonly BenchRow[];
}

/** What waits for hands comes first, what only waits for time after it. */
function groupsOf(rows: readonly BenchRow[], nowMs: number): BenchGroup[] {
  const resting = rows.filter((row) => !row.state.current.charging && (readyAtMs(row) ?? 0) > nowMs);
  const charging = rows.filter((row) => row.state.current.charging && !resting.includes(row));
  const toCharge = rows.filter((row) => row.state.nextStep === 'charge' && !row.state.current.charging);
  const waiting = [...resting, ...charging, ...toCharge];
  const ready = rows.filter((row) => !waiting.includes(row));
  return [
    { title: 'Ready for your hands', rows: ready },
    { title: 'Resting', rows: resting },
    { title: 'On charge', rows: charging },
    { title: 'To charge', rows: toCharge },
  ];
}

/** When the clock that the next step waits on runs out: of settling, of thawing, of a charge. */
function readyAtMs({ state }: BenchRow): number | null {
  const { settle, openCircuit, charging } = state.current;
  if (charging) return chargeDueMs(charging);
  const waits = (state.nextStep === 'open_circuit' && !openCircuit) || state.nextStep === 'inspect';
  return settle && waits ? settleEndsAtMs(settle) : null;
}

function Group({ title, rows, nowMs }: BenchGroup & { readonly nowMs: number }) {
  return (
    <div>
      <h3 className="heading mb-1.5">
        {title} <span className="figures">{rows.length}</span>
      </h3>
      <ul className="sheet divide-y">
        {rows.map((row) => (
          <BenchLine key={row.run.id} row={row} nowMs={nowMs} />
        ))}
      </ul>
    </div>
  );
}

function BenchLine({ row, nowMs }: { readonly row: BenchRow; readonly nowMs: number }) {
  const nameOf = useTechnicianName();
  const { battery, run, state } = row;
  const readyMs = readyAtMs(row);
  return (
    <li>
      <Link
        href={`/bench/${run.id}`}
        className="grid min-h-16 grid-cols-[1fr_auto] items-center gap-x-4 px-4 py-2 hover:bg-harbour-wash sm:grid-cols-[7rem_1fr_auto]"
      >
        <span className="figures text-lg font-semibold">{battery.tag}</span>
        <span className="order-last col-span-2 min-w-0 sm:order-none sm:col-span-1">
          <span className="block truncate">{battery.place || 'no place noted'}</span>
          <span className="block truncate text-sm text-soft">
            since <Moment atMs={run.startedAtMs} as="time" /> by {nameOf(run.startedById)}
          </span>
        </span>
        <span className="justify-self-end text-right text-lg">
          {readyMs !== null && readyMs > nowMs ? (
            <>
              <span className="block text-sm text-soft">ready in</span>
              <Countdown untilMs={readyMs} nowMs={nowMs} />
            </>
          ) : (
            <>
              <span className="block text-sm text-soft">next</span>
              <span className="font-semibold">{STEPS[state.nextStep].label}</span>
            </>
          )}
        </span>
      </Link>
    </li>
  );
}

function DoneToday({ runs }: { readonly runs: readonly RunSummary[] }) {
  return (
    <section aria-label="Done today" className="grid gap-5">
      <div className="flex items-center justify-between gap-3">
        <h2 className="text-xl font-semibold">Done today</h2>
        {runs.length > 0 && (
          <a href="/api/readings?today" download className={`${buttonClass('quiet')} -my-3`}>
            CSV
          </a>
        )}
      </div>
      {runs.length === 0 ? (
        <p className="text-soft">No run has been finished today.</p>
      ) : (
        <ul className="sheet divide-y">
          {runs.map(({ run, battery, assessment }) => (
            <li key={run.id}>
              <Link
                href={`/bench/${run.id}`}
                className="grid min-h-14 grid-cols-[1fr_auto] items-center gap-x-4 px-4 py-2 hover:bg-harbour-wash"
              >
                <span className="min-w-0">
                  <span className="figures font-semibold">{battery.tag}</span>
                  <span className="block truncate text-sm text-soft">{battery.place}</span>
                </span>
                <span className="text-right">
                  {assessment && (
                    <VerdictLabel
                      verdict={assessment.verdict}
                      grade={assessment.grade}
                      override={assessment.override}
                    />
                  )}
                  <span className="block text-sm text-soft">
                    {run.finishedAtMs !== null && <Moment atMs={run.finishedAtMs} as="time" />}
                  </span>
                </span>
              </Link>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
