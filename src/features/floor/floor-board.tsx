'use client';

import { CirclePlus } from 'lucide-react';
import { chargerWords } from '@/core/charging/charger';
import type { BenchCard, DoneLine, FloorView, RackCharge } from '@/core/exchange/views';
import { STEPS } from '@/core/steps/registry';
import { ActLink } from '@/ui/act-link';
import { buttonClass } from '@/ui/button';
import { Countdown } from '@/ui/countdown';
import { Link } from '@/ui/link';
import { Moment } from '@/ui/moment';
import { PutOnLink, putOnPage } from '@/ui/put-on-link';
import { useSite, useTechnicianName } from '@/ui/site';
import { useLiveFloor } from '@/ui/use-live-floor';
import { useNow } from '@/ui/use-now';
import { VerdictLabel } from '@/ui/verdict-label';
import { LayingOut } from './laying-out';

/**
 * What is on the bench and what was done today, as it changes. It is drawn by the browser alone: it goes on changing
 * there, and a server that drew it for two hundred screens would have time for nothing else.
 */
export default function FloorBoard() {
  const { floor, silent } = useLiveFloor();
  return (
    <>
      {silent && (
        <p role="status" className="rounded-md border border-warn bg-warn-wash px-4 py-2 text-warn">
          The server does not tell what is on the bench just now. It is asked again by itself
          {floor ? '; this is how it stood last.' : '.'}
        </p>
      )}
      {floor ? <Board floor={floor} /> : !silent && <LayingOut />}
    </>
  );
}

function Board({ floor }: { readonly floor: FloorView }) {
  const nowMs = useNow(floor.nowMs);
  const groups = groupsOf(floor.onBench, nowMs);
  return (
    <>
      <FloorNotices floor={floor} />
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
              ({ title, cards }) =>
                cards.length > 0 && <Group key={title} title={title} cards={cards} nowMs={nowMs} />,
            )}
            {floor.fromRacks.length > 0 && <FromRacks units={floor.fromRacks} />}
          </section>
          <DoneToday runs={floor.doneToday} />
        </div>
      )}
    </>
  );
}

/** What comes in just now, and what about the store needs somebody. */
function FloorNotices({ floor: { arriving, warnings } }: { readonly floor: FloorView }) {
  if (!arriving && warnings.length === 0) return null;
  return (
    <div role="status" className="grid gap-2">
      {arriving && (
        <p className="rounded-md border border-line-strong bg-sheet px-4 py-2">
          “{arriving.name}” is coming in: <span className="figures">{arriving.stored}</span> runs so far. They
          are seen once all of them are there; work goes on meanwhile.
        </p>
      )}
      {warnings.map((words) => (
        <p key={words} className="rounded-md border border-warn bg-warn-wash px-4 py-2 text-warn">
          {words}
        </p>
      ))}
    </div>
  );
}

function FirstBattery() {
  return (
    <section className="sheet grid justify-items-start gap-3 p-6">
      <h2 className="text-xl font-semibold">No battery is registered yet</h2>
      <p className="text-soft">
        Stick a tag on the first one, scan or type it above, and copy what its label says. Or bring in a list
        of those that you have.
      </p>
      <div className="flex flex-wrap gap-3">
        <ActLink act="register" href="/batteries/new" tone="main" large>
          <CirclePlus size={20} aria-hidden="true" />
          Register a battery
        </ActLink>
        <ActLink act="register" href="/files" large>
          Bring in a list
        </ActLink>
        <ActLink act="register" href="/lots" large>
          Grade a rack
        </ActLink>
        <Link href="/practice" className={buttonClass('plain', true)}>
          Practise first
        </Link>
      </div>
      <p className="text-soft">
        Whose shop this is, its clock and its unit stand under{' '}
        <Link href="/site" className="underline underline-offset-4">
          Site
        </Link>
        ; how a day goes is told in the{' '}
        <Link href="/guide/day" className="underline underline-offset-4">
          guide
        </Link>
        .
      </p>
    </section>
  );
}

/** It waits for a charger. */
const isToCharge = ({ nextStep, charging, unreadable }: BenchCard) =>
  unreadable === null && nextStep === 'charge' && !charging;

interface BenchGroup {
  readonly title: string;
  readonly cards: readonly BenchCard[];
}

/** What waits for hands comes first, what only waits for time after it. */
function groupsOf(cards: readonly BenchCard[], nowMs: number): BenchGroup[] {
  const broken = cards.filter(({ unreadable }) => unreadable !== null);
  const sound = cards.filter(({ unreadable }) => unreadable === null);
  const waits = sound.filter(({ charging, waitsUntilMs }) => !charging && (waitsUntilMs ?? 0) > nowMs);
  const discharging = waits.filter(({ nextStep }) => nextStep === 'discharge');
  const resting = waits.filter((card) => !discharging.includes(card));
  const charging = sound.filter((card) => card.charging);
  const toCharge = sound.filter(isToCharge);
  const waiting = [...waits, ...charging, ...toCharge];
  return [
    { title: 'Cannot be read', cards: broken },
    { title: 'Ready for your hands', cards: sound.filter((card) => !waiting.includes(card)) },
    { title: 'Resting', cards: resting },
    { title: 'Discharging', cards: discharging },
    { title: 'On charge', cards: charging },
    { title: 'To charge', cards: toCharge },
  ];
}

function Group({ title, cards, nowMs }: BenchGroup & { readonly nowMs: number }) {
  return (
    <div>
      <h3 className="heading mb-1.5">
        {title} <span className="figures">{cards.length}</span>
      </h3>
      <ul className="sheet divide-y">
        {cards.map((card) => (
          <BenchLine key={card.runId} card={card} nowMs={nowMs} />
        ))}
      </ul>
    </div>
  );
}

/** Units of racks that came to be charged first: they lie beside the charger and belong to no open run yet. */
function FromRacks({ units }: { readonly units: readonly RackCharge[] }) {
  return (
    <div>
      <h3 className="heading mb-1.5">
        To charge, from racks <span className="figures">{units.length}</span>
      </h3>
      <ul className="sheet flex flex-wrap gap-1 p-2">
        {units.map(({ runId, tag, rack }) => (
          <li key={runId}>
            <Link
              href={putOnPage(tag)}
              title={rack}
              className="figures grid min-h-12 place-items-center rounded-md px-3 font-semibold hover:bg-harbour-wash"
            >
              {tag}
            </Link>
          </li>
        ))}
      </ul>
    </div>
  );
}

function BenchLine({ card, nowMs }: { readonly card: BenchCard; readonly nowMs: number }) {
  const nameOf = useTechnicianName();
  const { chargers } = useSite();
  const { runId, tag, place, startedAtMs, startedById, unreadable, hangsOn } = card;
  const where = hangsOn && chargerWords(hangsOn, chargers);
  return (
    <li className="flex items-center">
      <Link
        href={`/bench/${runId}`}
        className="grid min-h-16 grow grid-cols-[1fr_auto] items-center gap-x-4 px-4 py-2 hover:bg-harbour-wash sm:grid-cols-[7rem_1fr_auto]"
      >
        <span className="figures text-lg font-semibold">{tag}</span>
        <span className="order-last col-span-2 min-w-0 sm:order-none sm:col-span-1">
          <span className="block truncate">
            {[where && `on ${where}`, place].filter(Boolean).join(' · ') || 'no place noted'}
          </span>
          <span className="block truncate text-sm text-soft">
            {unreadable ?? (
              <>
                since <Moment atMs={startedAtMs} as="time" /> by {nameOf(startedById)}
              </>
            )}
          </span>
        </span>
        <span className="justify-self-end text-right text-lg">
          <WhatNext card={card} nowMs={nowMs} />
        </span>
      </Link>
      {isToCharge(card) && <PutOnLink tag={tag} />}
    </li>
  );
}

function WhatNext({ card, nowMs }: { readonly card: BenchCard; readonly nowMs: number }) {
  const { waitsUntilMs, nextStep, unreadable } = card;
  if (unreadable !== null) return <span className="text-base text-warn">start another run</span>;
  if (waitsUntilMs !== null && waitsUntilMs > nowMs) {
    return (
      <>
        <span className="block text-sm text-soft">ready in</span>
        <Countdown untilMs={waitsUntilMs} nowMs={nowMs} />
      </>
    );
  }
  return (
    <>
      <span className="block text-sm text-soft">next</span>
      <span className="font-semibold">{STEPS[nextStep].label}</span>
    </>
  );
}

function DoneToday({ runs }: { readonly runs: readonly DoneLine[] }) {
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
          {runs.map(({ runId, tag, place, verdict, grade, override, indicative, finishedAtMs }) => (
            <li key={runId}>
              <Link
                href={`/bench/${runId}`}
                className="grid min-h-14 grid-cols-[1fr_auto] items-center gap-x-4 px-4 py-2 hover:bg-harbour-wash"
              >
                <span className="min-w-0">
                  <span className="figures font-semibold">{tag}</span>
                  <span className="block truncate text-sm text-soft">{place}</span>
                </span>
                <span className="text-right">
                  <VerdictLabel verdict={verdict} grade={grade} override={override} indicative={indicative} />
                  <span className="block text-sm text-soft">
                    <Moment atMs={finishedAtMs} as="time" />
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
