'use client';

import { useState } from 'react';
import type { RoomCard, RoomView } from '@/core/exchange/room-views';
import { formatNumber } from '@/core/quantity/format';
import { airThere } from '@/core/room/fan';
import { Button, buttonClass } from '@/ui/button';
import { Link } from '@/ui/link';
import { useBarred } from '@/ui/site';
import { useNow } from '@/ui/use-now';
import { ChannelTiles } from './channel-tiles';
import { FanNotice } from './fan-notice';
import { RoomFactsForm } from './room-facts-form';
import { RoomTimeLine } from './room-time-line';
import { channelName, useRoomMoments } from './room-words';
import { useLiveRoom } from './use-live-room';
import { WaitingList } from './waiting-list';
import { WishForm } from './wish-form';

/** What goes on which charger, when it is back, and in what order. */
export function RoomScreen({ view: first }: { readonly view: RoomView }) {
  const { view, silent } = useLiveRoom(first);
  const nowMs = useNow(first.room.nowMs, 10_000);
  const [asked, setAsked] = useState<RoomCard | null>(null);
  const [settings, setSettings] = useState(false);
  const notSet = useBarred('set_site');
  const waiting = view.cards.filter(({ standing }) => standing.kind === 'waiting');
  const resting = view.cards.filter(({ standing }) => standing.kind === 'resting');
  return (
    <main className="mx-auto grid max-w-[1500px] grid-cols-[minmax(0,1fr)] gap-4 px-4 py-4">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1 className="text-2xl font-bold">Charge room</h1>
        <RoomLoad view={view} />
        <div className="ml-auto flex flex-wrap gap-2">
          <Link href="/room/record" className={buttonClass('quiet')}>
            What was charged
          </Link>
          <Link href="/room/round" className={buttonClass()}>
            Walk a round
          </Link>
          {notSet === null && <Button onClick={() => setSettings(true)}>Hours, wires, air</Button>}
        </div>
      </div>
      {silent && (
        <p role="status" className="rounded-md border border-warn bg-warn-wash px-4 py-2 text-warn">
          The server does not answer just now; this is how the room stood last. It is asked again by itself.
        </p>
      )}
      <FanNotice view={view} nowMs={nowMs} />
      <Moved view={view} nowMs={nowMs} />
      <div className="grid items-start gap-5 xl:grid-cols-[minmax(0,1fr)_24rem]">
        <div className="grid min-w-0 grid-cols-[minmax(0,1fr)] gap-5">
          {view.channels.length === 0 && (
            <p className="text-lg text-soft">
              No charger of the site is known yet. A lead adds them on{' '}
              <Link href="/site" className="underline">
                Site
              </Link>
              ; then the room plans itself.
            </p>
          )}
          <ChannelTiles view={view} nowMs={nowMs} />
          {view.channels.length > 0 && <RoomTimeLine view={view} nowMs={nowMs} onChoose={setAsked} />}
        </div>
        <div className="grid gap-5">
          <WaitingList view={view} cards={waiting} nowMs={nowMs} onAsk={setAsked} />
          <Resting cards={resting} nowMs={nowMs} />
        </div>
      </div>
      <p className="text-sm text-soft">
        Goggles and gloves; air the room, no flame or spark. Charger off while clamping. Frozen, cracked,
        leaking or hot: do not charge. Local codes, the maker’s instructions and licensed practice decide.
      </p>
      {asked && <WishForm key={asked.runId} view={view} card={asked} onClose={() => setAsked(null)} />}
      {settings && <RoomFactsForm view={view} onClose={() => setSettings(false)} />}
    </main>
  );
}

/** What is drawn from the wires and asked of the air now. */
function RoomLoad({ view: { circuits, airAsked, facts } }: { readonly view: RoomView }) {
  const there = airThere(facts);
  const isShort = there !== null && airAsked > there;
  return (
    <ul className="flex flex-wrap gap-x-5 gap-y-1 text-soft">
      {circuits
        .filter(({ amps, most }) => amps > 0 || most !== null)
        .map(({ name, amps, most }) => (
          <li key={name} className={most !== null && amps > most ? 'font-semibold text-warn' : ''}>
            {name === '' ? 'No circuit named' : name}{' '}
            <span className="figures">
              {formatNumber(amps, 'A', { decimals: 1 })}
              {most !== null && ` of ${formatNumber(most, 'A')}`} A
            </span>
          </li>
        ))}
      <li className={isShort ? 'font-semibold text-warn' : ''}>
        Air{' '}
        <span className="figures">
          {airAsked.toFixed(1)}
          {there !== null && ` of ${there}`} m³/h
        </span>
        {isShort && ': more than the fan moves'}
      </li>
    </ul>
  );
}

function Moved({ view, nowMs }: { readonly view: RoomView; readonly nowMs: number }) {
  const moment = useRoomMoments(nowMs);
  if (view.moved.length === 0) return null;
  return (
    <section
      aria-label="Planned otherwise"
      className="rounded-md border border-line-strong bg-sheet px-4 py-2"
    >
      <h2 className="heading">Planned otherwise than before</h2>
      <ul>
        {view.moved.map(({ tag, was, now }) => (
          <li key={tag}>
            <span className="figures font-semibold">{tag}</span>: {channelName(view, now.channel)} at{' '}
            {moment(now.startMs)} instead of {channelName(view, was.channel)} at {moment(was.startMs)}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Resting({ cards, nowMs }: { readonly cards: readonly RoomCard[]; readonly nowMs: number }) {
  const moment = useRoomMoments(nowMs);
  if (cards.length === 0) return null;
  return (
    <section aria-label="Resting" className="grid gap-2">
      <h2 className="text-xl font-semibold">Resting</h2>
      <ul className="divide-y border-y">
        {cards.map(({ runId, tag, standing }) => (
          <li key={runId} className="flex items-baseline gap-4 py-2">
            <Link href={`/bench/${runId}`} className="figures text-lg font-semibold hover:underline">
              {tag}
            </Link>
            <span className="text-soft">
              {standing.kind === 'resting' && standing.untilMs > nowMs
                ? `its retest opens at ${moment(standing.untilMs)}`
                : 'rested: test it'}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
