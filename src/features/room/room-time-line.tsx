'use client';

import { clsx } from 'clsx';
import { scaleTime } from 'd3-scale';
import { type KeyboardEvent, type PointerEvent, useState } from 'react';
import type { RoomCard, RoomView } from '@/core/exchange/room-views';
import { useWidth } from '@/ui/charts/use-width';
import { useMoments } from '@/ui/moment';
import { channelName, useRoomMoments } from './room-words';

const ROW = 38;
const HEAD = 26;
const NAMES = 132;
const RIGHT = 12;
const BAR = 28;
const HOUR_MS = 3_600_000;
const LEAST_HOURS = 24;
const MOST_HOURS = 96;
/** A key moves a bar by so much, and a drag lands on such a moment, ms. */
const STEP_MS = HOUR_MS / 2;
const LETTER = 8.4;

/** When the next battery on the channel of another goes on; far ahead where none does. */
function nextOn(bars: readonly RoomCard[], { channel, plan }: RoomCard): number {
  const later = bars.flatMap((bar) =>
    bar.channel === channel && bar.plan && plan && bar.plan.startMs > plan.startMs ? [bar.plan.startMs] : [],
  );
  return Math.min(...later, Number.MAX_SAFE_INTEGER);
}

interface Props {
  readonly view: RoomView;
  readonly nowMs: number;
  /** Called with a battery to be put elsewhere, as it was dropped or moved by key. */
  readonly onChoose: (card: RoomCard) => void;
}

/** A bar that a hand is moving: by how many rows and how long. */
interface Moving {
  readonly runId: string;
  readonly rows: number;
  readonly ms: number;
}

/** The room’s plan over the time, a row a channel: what is on, what goes on when, when it has rested. */
export function RoomTimeLine({ view, nowMs, onChoose }: Props) {
  const [frame, width] = useWidth(900);
  const [moving, setMoving] = useState<Moving | null>(null);
  const words = useMoments();
  const { channels, room } = view;
  // One that goes on later lies over the rest of the one before it, which rests elsewhere.
  const bars = view.cards
    .filter(({ plan, channel }) => plan && channel !== null)
    .sort((one, other) => (one.plan?.startMs ?? 0) - (other.plan?.startMs ?? 0));
  const lastMs = Math.max(...bars.map(({ plan }) => plan?.readyMs ?? 0), nowMs + LEAST_HOURS * HOUR_MS);
  const toMs = Math.min(lastMs + HOUR_MS, nowMs + MOST_HOURS * HOUR_MS);
  const x = scaleTime()
    .domain([nowMs, toMs])
    .range([NAMES, width - RIGHT]);
  const msOfPx = (toMs - nowMs) / Math.max(1, width - RIGHT - NAMES);
  const height = HEAD + channels.length * ROW + 4;
  const drop = (card: RoomCard, { rows, ms }: Moving) => {
    setMoving(null);
    const { plan, channel } = card;
    if (!plan || channel === null || (rows === 0 && ms === 0)) return onChoose(card);
    const row = Math.min(channels.length - 1, Math.max(0, channel + rows));
    const startMs = Math.max(nowMs, Math.round((plan.startMs + ms) / STEP_MS) * STEP_MS);
    onChoose({ ...card, channel: row, plan: { ...plan, startMs } });
  };
  return (
    <section aria-label="Time line" className="sheet p-3">
      <h2 className="heading">Plan</h2>
      <div ref={frame} className="overflow-hidden">
        <svg width={width} height={height} aria-label="Plan of the room">
          {room.shifts
            .filter(({ fromMs, onCall }) => !onCall && fromMs < toMs)
            .map((shift) => (
              <rect
                key={shift.fromMs}
                x={x(Math.max(nowMs, shift.fromMs))}
                width={Math.max(0, x(Math.min(toMs, shift.toMs)) - x(Math.max(nowMs, shift.fromMs)))}
                y={HEAD}
                height={height - HEAD}
                className="fill-harbour-wash"
              />
            ))}
          {x.ticks(Math.max(3, Math.floor(width / 130))).map((tick) => (
            <g key={tick.getTime()}>
              <line x1={x(tick)} x2={x(tick)} y1={HEAD} y2={height} className="stroke-line" />
              <text x={x(tick) + 3} y={HEAD - 9} className="fill-soft text-[13px]">
                {tickWords(words(tick.getTime(), 'day'), words(tick.getTime(), 'time'))}
              </text>
            </g>
          ))}
          {channels.map(({ charger, channel }, row) => (
            <g key={`${charger.id} ${channel}`}>
              <line x1={0} x2={width} y1={HEAD + row * ROW} y2={HEAD + row * ROW} className="stroke-line" />
              <text x={0} y={HEAD + row * ROW + 24} className="fill-ink text-[15px]">
                {channelName(view, row)}
              </text>
            </g>
          ))}
          {bars.map((card) => (
            <Bar
              key={card.runId}
              card={card}
              x={(ms) => x(ms)}
              nowMs={nowMs}
              msOfPx={msOfPx}
              nextMs={nextOn(bars, card)}
              moving={moving?.runId === card.runId ? moving : null}
              onMove={setMoving}
              onDrop={drop}
            />
          ))}
        </svg>
      </div>
      <p className="text-sm text-soft">
        Shaded: somebody is there. What waits is dragged elsewhere, or moved with the arrow keys and Enter;
        what that costs is told before it is done.
      </p>
    </section>
  );
}

/** Midnight is named by its day. */
const tickWords = (day: string, time: string) => (time === '00:00' ? day.replace(/ \d{4}$/, '') : time);

interface BarProps {
  readonly card: RoomCard;
  readonly x: (ms: number) => number;
  readonly nowMs: number;
  readonly msOfPx: number;
  /** Where the next battery of its channel begins, ms UTC. */
  readonly nextMs: number;
  readonly moving: Moving | null;
  readonly onMove: (moving: Moving | null) => void;
  readonly onDrop: (card: RoomCard, moving: Moving) => void;
}

function Bar({ card, x, nowMs, msOfPx, nextMs, moving, onMove, onDrop }: BarProps) {
  const moment = useRoomMoments(nowMs);
  const [grip, setGrip] = useState<{ readonly x: number; readonly y: number } | null>(null);
  const { runId, tag, plan, channel, standing } = card;
  if (!plan || channel === null) return null;
  const waits = standing.kind === 'waiting';
  const still: Moving = moving ?? { runId, rows: 0, ms: 0 };
  const [from, full, off, ready] = [plan.startMs, plan.endMs, plan.offMs, plan.readyMs].map((ms) =>
    x(Math.max(nowMs, ms)),
  ) as [number, number, number, number];
  const wide = Math.max(6, full - from);
  const text = LETTER * tag.length + 8;
  const fits = wide > text;
  const onPointer = (event: PointerEvent<SVGGElement>) => {
    if (!grip) return;
    const rows = Math.round((event.clientY - grip.y) / ROW);
    onMove({ runId, rows, ms: Math.round(((event.clientX - grip.x) * msOfPx) / STEP_MS) * STEP_MS });
  };
  const onKey = (event: KeyboardEvent) => {
    const step = KEYS[event.key];
    if (event.key === 'Escape' && moving) onMove(null);
    else if (event.key === 'Enter' || event.key === ' ') onDrop(card, still);
    else if (step) onMove({ runId, rows: still.rows + step.rows, ms: still.ms + step.ms });
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const label = `${tag}, from ${moment(plan.startMs)}, full ${moment(plan.endMs)}, rested ${moment(plan.readyMs)}`;
  return (
    <g
      transform={`translate(${still.ms / msOfPx} ${HEAD + (channel + still.rows) * ROW + (ROW - BAR) / 2})`}
      {...(waits
        ? {
            role: 'button',
            tabIndex: 0,
            'aria-label': `${label}: move it`,
            onKeyDown: onKey,
            onPointerDown: (event: PointerEvent<SVGGElement>) => {
              event.currentTarget.setPointerCapture(event.pointerId);
              setGrip({ x: event.clientX, y: event.clientY });
            },
            onPointerMove: onPointer,
            onPointerUp: () => {
              setGrip(null);
              onDrop(card, still);
            },
            onPointerCancel: () => {
              setGrip(null);
              onMove(null);
            },
          }
        : { role: 'img', 'aria-label': label })}
      className={clsx(waits && 'cursor-grab touch-none', moving && 'opacity-80')}
    >
      <rect x={full} width={Math.max(0, off - full)} height={BAR} className="fill-sunk stroke-line" />
      <line
        x1={off}
        x2={ready}
        y1={BAR / 2}
        y2={BAR / 2}
        className="stroke-line-strong"
        strokeDasharray="3 4"
        strokeWidth={2}
      />
      <rect
        x={from}
        width={wide}
        height={BAR}
        rx={3}
        className={clsx(waits ? 'fill-sheet stroke-charge' : 'fill-charge stroke-charge')}
        strokeWidth={moving ? 3 : 1.5}
        strokeDasharray={waits && !moving ? '6 3' : undefined}
      />
      {(fits || x(nextMs) - full > text) && (
        <text
          x={fits ? from + 6 : full + 6}
          y={BAR / 2 + 5}
          className={clsx(
            'figures pointer-events-none text-[14px] font-semibold',
            waits || !fits ? 'fill-ink' : 'fill-sheet',
          )}
        >
          {tag}
        </text>
      )}
    </g>
  );
}

const KEYS: Readonly<Record<string, { readonly rows: number; readonly ms: number }>> = {
  ArrowLeft: { rows: 0, ms: -STEP_MS },
  ArrowRight: { rows: 0, ms: STEP_MS },
  ArrowUp: { rows: -1, ms: 0 },
  ArrowDown: { rows: 1, ms: 0 },
};
