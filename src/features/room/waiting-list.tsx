import { useState } from 'react';
import { CHARGE_WAYS } from '@/core/charging/charge-plan';
import type { RoomCard, RoomView } from '@/core/exchange/room-views';
import type { Give } from '@/core/room/what-would-give';
import { ActLink } from '@/ui/act-link';
import { Button } from '@/ui/button';
import { Link } from '@/ui/link';
import { useBarred } from '@/ui/site';
import { DragGrip } from './drag-grip';
import { channelName, putOnAddress, useRoomMoments, useSpan, whyWaitsWords } from './room-words';

interface Props {
  readonly view: RoomView;
  readonly cards: readonly RoomCard[];
  readonly nowMs: number;
  readonly onAsk: (card: RoomCard) => void;
}

/** What waits for a channel, in the order in which it goes on: why it waits, when it is back, and whether that is in time. */
export function WaitingList({ view, cards, nowMs, onAsk }: Props) {
  const order = [...cards].sort((one, other) => startOf(one) - startOf(other));
  return (
    <section aria-label="Waiting" className="grid gap-2">
      <h2 className="text-xl font-semibold">Waiting</h2>
      {order.length === 0 ? (
        <p className="text-soft">
          Nothing waits for a charger. What the Bench finds low comes here by itself.
        </p>
      ) : (
        <ul className="divide-y border-y">
          {order.map((card) => (
            <Waiting key={card.runId} view={view} card={card} nowMs={nowMs} onAsk={onAsk} />
          ))}
        </ul>
      )}
      <WhatWouldGive view={view} />
      <HowGood view={view} />
    </section>
  );
}

const startOf = ({ plan }: RoomCard) => plan?.startMs ?? Number.MAX_SAFE_INTEGER;

function Waiting({ view, card, nowMs, onAsk }: Omit<Props, 'cards'> & { readonly card: RoomCard }) {
  const moment = useRoomMoments(nowMs);
  const span = useSpan(nowMs);
  const notWork = useBarred('work');
  const [refused, setRefused] = useState<string | null>(null);
  const { runId, tag, place, standing, wish, plan, channel, promised, whyNone } = card;
  if (standing.kind !== 'waiting') return null;
  const isLate = wish.dueMs !== null && plan !== null && plan.readyMs > wish.dueMs;
  const why = whyWaitsWords(view, card);
  return (
    <li className="grid gap-1 py-2.5">
      <div className="flex flex-wrap items-center gap-x-3">
        <Link href={`/bench/${runId}`} className="figures text-xl font-bold break-all hover:underline">
          {tag}
        </Link>
        <span className="text-soft">
          {place}
          {standing.asked.mode !== 'normal' && ` · ${CHARGE_WAYS[standing.asked.mode]}`}
        </span>
        {notWork === null && <DragGrip view={view} card={card} onRefused={setRefused} />}
      </div>
      {plan ? (
        <p>
          {plan.startMs <= nowMs ? (
            <span className="font-semibold text-charge">goes on {channelName(view, channel)} now</span>
          ) : (
            <>
              goes on {channelName(view, channel)} at <span className="figures">{moment(plan.startMs)}</span>
            </>
          )}
          {wish.held && ', put there by hand'}
          {why && <span className="block text-sm text-soft">{why}</span>}
        </p>
      ) : (
        <p className="text-warn">{whyNone[0] ?? 'It finds no place: nobody is there to put it on.'}</p>
      )}
      {promised && (
        <p>
          back <span className="figures font-semibold">{moment(promised.middleMs)}</span>{' '}
          <span className="text-soft">{span(promised) && `(${span(promised)})`}</span>
        </p>
      )}
      {wish.dueMs !== null && (
        <p className={isLate ? 'font-semibold text-warn' : 'text-soft'}>
          wanted {moment(wish.dueMs)}
          {wish.reason !== '' && `: ${wish.reason}`}
          {isLate && ' · too late as planned'}
        </p>
      )}
      {refused !== null && (
        <p role="status" className="font-semibold text-warn">
          {refused}
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        <ActLink
          act="work"
          href={putOnAddress(view, card)}
          tone={plan && plan.startMs <= nowMs ? 'main' : 'plain'}
        >
          Put it on
        </ActLink>
        {notWork === null && <Button onClick={() => onAsk(card)}>Wanted when, and where</Button>}
      </div>
    </li>
  );
}

/** What would have to give so that the plan is kept, a line each. */
function WhatWouldGive({ view }: { readonly view: RoomView }) {
  const { gives, cards } = view;
  if (gives.length === 0) return null;
  const tagOf = (id: string) => cards.find(({ runId }) => runId === id)?.tag ?? id;
  const words = ({ kind, name, much }: Give): string => {
    switch (kind) {
      case 'call_somebody':
        return 'Call somebody in for a change-over outside the hours.';
      case 'circuit':
        return `Circuit ${name} would have to bear ${Math.ceil(much)} A: hang a charger on another one.`;
      case 'air':
        return `The fan would have to move ${much.toFixed(1)} m³/h.`;
      case 'later':
        return `${tagOf(name)} would have to be wanted ${(much / HOUR_MS).toFixed(1)} h later.`;
    }
  };
  return (
    <section aria-label="What would have to give" className="grid gap-1 border-l-4 border-watch pl-3">
      <h3 className="heading">Not everything is back in time. It would be, or nearly, if:</h3>
      <ul>
        {gives.slice(0, MOST_GIVES).map((give) => (
          <li key={`${give.kind} ${give.name}`}>{words(give)}</li>
        ))}
      </ul>
    </section>
  );
}

const HOUR_MS = 3_600_000;
const MOST_GIVES = 3;

/** Hours that differ by less are told alike. */
const SAME_HOURS = 0.05;

/** How good the plan is, in one sentence. */
function HowGood({ view: { lateness, leastLateness, exact, cards } }: { readonly view: RoomView }) {
  if (!cards.some(({ standing }) => standing.kind === 'waiting')) return null;
  const hours = (value: number) => value.toFixed(1);
  return (
    <p className="text-sm text-soft">
      {lateness < 0.05
        ? 'Everything is back in time.'
        : exact || lateness - leastLateness < SAME_HOURS
          ? `${hours(lateness)} weighted hours late: no plan has less.`
          : `${hours(lateness)} weighted hours late; no plan could have less than ${hours(leastLateness)}.`}
    </p>
  );
}
