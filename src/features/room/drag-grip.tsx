'use client';

import { GripVertical } from 'lucide-react';
import { type PointerEvent, useEffect, useState } from 'react';
import { createPortal } from 'react-dom';
import type { RoomCard, RoomView } from '@/core/exchange/room-views';
import { putOnPage } from '@/ui/put-on-link';
import { useGoTo } from '@/ui/use-go-to';
import { benchOnChannel, channelName } from './room-words';

/** What a tile of a channel says of itself to whatever is dragged over it. */
export const CHANNEL_MARK = 'data-channel';

interface Props {
  readonly view: RoomView;
  readonly card: RoomCard;
  /** Why it cannot go where it was dropped. */
  readonly onRefused: (why: string) => void;
}

/** A hand in gloves is not quite still while it presses, px. */
const STILL_PX = 8;

/** Where a battery is that is being dragged, and the channel under it. */
interface Dragged {
  readonly x: number;
  readonly y: number;
  /** How high it was taken. */
  readonly fromY: number;
  readonly moved: boolean;
  readonly onto: number | null;
}

/** What a battery that waits is taken by, to be dropped onto a channel; pressed, or by keyboard, it lists the channels instead. */
export function DragGrip({ view, card, onRefused }: Props) {
  const goTo = useGoTo();
  const [at, setAt] = useState<Dragged | null>(null);
  const move = ({ clientX: x, clientY: y }: PointerEvent) => {
    if (!at) return;
    const moved = at.moved || Math.hypot(x - at.x, y - at.y) > STILL_PX;
    if (moved) setAt({ ...at, x, y, moved, onto: channelUnder(x, y) });
  };
  useScrollAtEdge(at, (dragged) => setAt({ ...dragged, onto: channelUnder(dragged.x, dragged.y) }));
  const drop = ({ clientX, clientY }: PointerEvent) => {
    setAt(null);
    if (!at) return;
    if (!at.moved) return goTo(putOnPage(card.tag));
    const onto = channelUnder(clientX, clientY);
    if (onto === null) return;
    const why = whyNotOnto(view, card, onto);
    if (why) onRefused(why);
    else goTo(benchOnChannel(view, card.runId, onto));
  };
  const words = at && (at.onto === null ? 'onto a channel' : channelName(view, at.onto));
  return (
    <button
      type="button"
      aria-label={`Put ${card.tag} on a channel`}
      title="Drag it onto a channel, or press to choose one"
      className="-my-2 -mr-2 ml-auto grid size-12 shrink-0 cursor-grab touch-none place-items-center rounded-md text-soft hover:bg-harbour-wash hover:text-ink"
      onClick={(event) => {
        // By key: what a pointer does is told by its own events.
        if (event.detail === 0) goTo(putOnPage(card.tag));
      }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        const { clientX: x, clientY: y } = event;
        setAt({ x, y, fromY: y, moved: false, onto: null });
      }}
      onPointerMove={move}
      onPointerUp={drop}
      onPointerCancel={() => setAt(null)}
    >
      <GripVertical size={22} aria-hidden="true" />
      {at?.moved &&
        createPortal(
          <span
            className="pointer-events-none fixed z-50 rounded-md border-2 border-charge bg-sheet px-3 py-2 shadow-lg"
            style={{ left: at.x + 12, top: at.y + 8 }}
          >
            <span className="figures block text-lg font-bold">{card.tag}</span>
            <span className="block text-sm text-soft">{words}</span>
          </span>,
          document.body,
        )}
    </button>
  );
}

/** A hand so near to the edge of the screen wants to go on there, px; it goes so far at a time, and so often, ms. */
const EDGE_PX = 64;
const SCROLL_PX = 14;
const SCROLL_MS = 16;

/** A long list lies below the channels, or beside those that are out of sight: whoever drags to the edge is taken there. */
function useScrollAtEdge(at: Dragged | null, onScrolled: (at: Dragged) => void): void {
  useEffect(() => {
    const by = at?.moved ? SCROLL_PX * edgeAt(at) : 0;
    if (!at || by === 0) return;
    const timer = setInterval(() => {
      const before = window.scrollY;
      window.scrollBy(0, by);
      if (window.scrollY !== before) onScrolled(at);
    }, SCROLL_MS);
    return () => clearInterval(timer);
  }, [at, onScrolled]);
}

/** To which edge a hand has gone: −1 the upper one, 1 the lower one; 0 to none, or it was taken there. */
function edgeAt({ y, fromY }: Dragged): number {
  if (y < EDGE_PX && y < fromY) return -1;
  return y > window.innerHeight - EDGE_PX && y > fromY ? 1 : 0;
}

function channelUnder(x: number, y: number): number | null {
  const mark = document.elementFromPoint(x, y)?.closest(`[${CHANNEL_MARK}]`)?.getAttribute(CHANNEL_MARK);
  return mark == null ? null : Number(mark);
}

/** Why a battery cannot go onto a channel now; null where it can. */
function whyNotOnto(view: RoomView, card: RoomCard, onto: number): string | null {
  const there = view.cards.find(({ standing, channel }) => standing.kind === 'on' && channel === onto);
  if (there) return `${there.tag} hangs on ${channelName(view, onto)}: take it off first.`;
  const job = view.room.waiting.find(({ id }) => id === card.runId);
  return job?.options.some(({ channel }) => channel === onto)
    ? null
    : `${channelName(view, onto)} cannot give what ${card.tag} asks for.`;
}
