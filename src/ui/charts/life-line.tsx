'use client';

import { area, line } from 'd3-shape';
import { utcFormat } from 'd3-time-format';
import { useMemo, useState } from 'react';
import type { FanPoint } from '@/core/history/fan';
import type { Winter } from '@/core/history/surroundings';
import { VERDICT_SHAPES } from '../verdict-shapes';
import { Beside, type LifeBeside } from './life-beside';
import { eventsOf, type LifeEvent, type LifeLane, type LifePoint, nearestEvent } from './life-events';
import { Lanes, laneAt, laneTop } from './life-lanes';
import { coldQuarters, LIFE_HEIGHT, LIFE_MARGIN, type LifeScales, lifeScales } from './life-scales';
import { LimitLine } from './limit-line';
import { useWidth } from './use-width';
import { ValueGrid } from './value-grid';

interface Props {
  /** What its points and its fan are percent of. */
  readonly of: 'Health' | 'Capacity';
  readonly points: readonly LifePoint[];
  readonly fan: readonly FanPoint[];
  /** Beneath it: where it was, when it was charged, what was found on its vehicles. */
  readonly lanes: readonly LifeLane[];
  /** How its siblings and its kind fare. */
  readonly beside: readonly LifeBeside[];
  readonly anew: readonly { readonly atMs: number; readonly why: 'replaced' | 'recovered' }[];
  readonly nowMs: number;
  /** When its coldest quarter begins: what is shaded. */
  readonly winter: Winter;
  readonly servePct: number;
  readonly retirePct: number;
  readonly crossing: readonly [p10: number | null, p50: number | null, p90: number | null];
  /** What stands beneath for the test that is read, or for the stretch of a lane. */
  readonly children: (read: LifeEvent) => React.ReactNode;
}

/** Width of the first paint, before the screen has been measured. */
const FIRST_WIDTH = 1180;

/** A battery’s whole life: tests with their uncertainty, its own line and the fan of what may come, seasons, where it was. */
export function LifeLine(props: Props) {
  const { points, fan, lanes, beside, anew, nowMs, servePct, retirePct, crossing, children } = props;
  const [frame, width] = useWidth(FIRST_WIDTH);
  const events = useMemo(() => eventsOf(points, lanes), [points, lanes]);
  const [at, setAt] = useState(() => events.findLastIndex(({ kind }) => kind === 'test'));
  const moments = [...events.map(({ atMs }) => atMs), nowMs];
  const scales = lifeScales(moments, fan, width);
  const { x, y } = scales;
  const height = LIFE_HEIGHT + laneTop(lanes.length);
  const read = events[Math.max(0, Math.min(at, events.length - 1))];
  const readNearest = ({ clientX, clientY, currentTarget }: React.PointerEvent<SVGSVGElement>) => {
    const { left, top } = currentTarget.getBoundingClientRect();
    const found = nearestEvent(events, +x.invert(clientX - left), laneAt(clientY - top - LIFE_HEIGHT));
    if (found >= 0) setAt(found);
  };
  return (
    <div className="grid gap-2">
      <div ref={frame}>
        <svg
          role="img"
          aria-label={spoken(props)}
          viewBox={`0 0 ${width} ${height}`}
          className="w-full touch-pan-y"
          onPointerMove={readNearest}
          onPointerDown={readNearest}
        >
          <Seasons scales={scales} winter={props.winter} />
          <ValueGrid ticks={y.ticks(5)} y={y} fromX={LIFE_MARGIN.left} toX={width - LIFE_MARGIN.right} />
          <Days scales={scales} width={width} />
          <LimitLine
            width={width}
            margin={LIFE_MARGIN}
            y={y(servePct)}
            label={`serve ${servePct} %`}
            className="text-serve"
          />
          <LimitLine
            width={width}
            margin={LIFE_MARGIN}
            y={y(retirePct)}
            label={`retire ${retirePct} %`}
            className="text-retire"
          />
          <Beside lines={beside} scales={scales} />
          <Fan fan={fan} scales={scales} nowMs={nowMs} />
          <Crossing crossing={crossing} scales={scales} y={y(retirePct)} />
          {anew.map(({ atMs, why }) => (
            <g key={atMs} className="text-warn">
              <line
                x1={x(atMs)}
                x2={x(atMs)}
                y1={LIFE_MARGIN.top}
                y2={y.range()[0]}
                stroke="currentColor"
                strokeDasharray="2 3"
              />
              <text x={x(atMs) + 4} y={LIFE_MARGIN.top + 10} className="fill-current text-[13px]">
                {why === 'replaced' ? 'another unit?' : 'recovered'}
              </text>
            </g>
          ))}
          {points.map((point) => (
            <Test
              key={point.runId}
              point={point}
              scales={scales}
              isRead={read?.kind === 'test' && read.point === point}
            />
          ))}
          <Lanes lanes={lanes} scales={scales} width={width} read={read} />
        </svg>
      </div>
      {read && (
        <div className="grid gap-1">
          <input
            type="range"
            min={0}
            max={events.length - 1}
            value={Math.max(0, Math.min(at, events.length - 1))}
            aria-label={`Event on the line of its ${props.of.toLowerCase()}`}
            aria-valuetext={`${spokenDay(read.atMs)}${read.kind === 'stretch' ? `, ${read.stretch.label}` : ', test'}`}
            onChange={({ target }) => setAt(Number(target.value))}
            className="no-print h-8 w-full accent-harbour"
          />
          {children(read)}
        </div>
      )}
    </div>
  );
}

function Seasons({
  scales: { x, y, fromMs, toMs },
  winter,
}: {
  readonly scales: LifeScales;
  readonly winter: Winter;
}) {
  const [bottom = 0, top = 0] = y.range();
  return coldQuarters(fromMs, toMs, winter).map(([from, to]) => (
    <rect
      key={from}
      x={x(from)}
      y={top}
      width={Math.max(0, x(to) - x(from))}
      height={bottom - top}
      className="fill-harbour-wash"
      opacity="0.55"
    />
  ));
}

function Days({ scales: { x, y }, width }: { readonly scales: LifeScales; readonly width: number }) {
  return x.ticks(Math.max(2, Math.floor(width / 150))).map((tick) => (
    <text
      key={+tick}
      x={x(tick)}
      y={(y.range()[0] ?? 0) + 18}
      textAnchor="middle"
      className="figures fill-soft text-[13px]"
    >
      {axisDay(tick)}
    </text>
  ));
}

/** What its health was and may become: behind today as a line, ahead of it as a fan. */
function Fan({
  fan,
  scales: { x, y },
  nowMs,
}: {
  readonly fan: readonly FanPoint[];
  readonly scales: LifeScales;
  readonly nowMs: number;
}) {
  const band = area<FanPoint>()
    .x(({ atMs }) => x(atMs))
    .y0(({ p10 }) => y(p10))
    .y1(({ p90 }) => y(p90));
  const middle = line<FanPoint>()
    .x(({ atMs }) => x(atMs))
    .y(({ p50 }) => y(p50));
  const [bottom = 0, top = 0] = y.range();
  const lastBefore = fan.filter(({ atMs }) => atMs <= nowMs).length;
  const ahead = fan.slice(Math.max(0, lastBefore - 1));
  return (
    <g>
      <path d={band(fan) ?? ''} className="fill-harbour" opacity="0.1" />
      <path d={band(ahead) ?? ''} className="fill-harbour" opacity="0.14" />
      <path
        d={middle(fan.slice(0, lastBefore)) ?? ''}
        fill="none"
        className="stroke-harbour"
        strokeWidth="2"
      />
      <path
        d={middle(ahead) ?? ''}
        fill="none"
        className="stroke-harbour"
        strokeWidth="2"
        strokeDasharray="7 5"
      />
      <line x1={x(nowMs)} x2={x(nowMs)} y1={top} y2={bottom} className="stroke-line-strong" />
      <text x={x(nowMs) + 5} y={bottom - 6} className="fill-soft text-[13px]">
        today
      </text>
    </g>
  );
}

/** When its health crosses the line: the interval as a bar on it, its middle as a mark. */
function Crossing({
  crossing: [p10, p50, p90],
  scales: { x, fromMs, toMs },
  y,
}: {
  readonly crossing: Props['crossing'];
  readonly scales: LifeScales;
  readonly y: number;
}) {
  if (p10 === null || p10 > toMs || (p90 !== null && p90 < fromMs)) return null;
  // What may have been before the first day that is drawn begins with it.
  const begin = Math.max(fromMs, p10);
  const end = Math.min(toMs, p90 ?? toMs);
  return (
    <g className="text-retire">
      <line x1={x(begin)} x2={x(end)} y1={y} y2={y} stroke="currentColor" strokeWidth="5" opacity="0.6" />
      {p50 !== null && p50 >= fromMs && p50 <= toMs && (
        <circle cx={x(p50)} cy={y} r="6" fill="currentColor" />
      )}
    </g>
  );
}

/** One test: where it read health with its whisker, its verdict in its shape beneath all. */
function Test({
  point: { atMs, pct, sdPct, indicative, verdict, byHand },
  scales: { x, y },
  isRead,
}: {
  readonly point: LifePoint;
  readonly scales: LifeScales;
  readonly isRead: boolean;
}) {
  const bottom = y.range()[0] ?? 0;
  return (
    <g className={isRead ? 'text-ink' : 'text-harbour'}>
      {isRead && (
        <line
          x1={x(atMs)}
          x2={x(atMs)}
          y1={LIFE_MARGIN.top}
          y2={bottom}
          className="stroke-ink"
          opacity="0.35"
        />
      )}
      {pct !== null && (
        <>
          <line
            x1={x(atMs)}
            x2={x(atMs)}
            y1={y(pct - sdPct)}
            y2={y(pct + sdPct)}
            stroke="currentColor"
            strokeWidth="2"
          />
          <circle
            cx={x(atMs)}
            cy={y(pct)}
            r={isRead ? 7 : 5}
            fill={indicative ? 'var(--sheet)' : 'currentColor'}
            stroke="currentColor"
            strokeWidth="2"
          />
        </>
      )}
      <g
        transform={`translate(${x(atMs) - 7} ${bottom - 17}) scale(0.58)`}
        fill="currentColor"
        style={{ color: `var(--${verdict})` }}
      >
        {VERDICT_SHAPES[verdict].map(({ d, line: stroke, dashes }) => (
          <path
            key={d}
            d={d}
            fillRule="evenodd"
            {...(stroke === undefined
              ? {}
              : { fill: 'none', stroke: 'currentColor', strokeWidth: stroke, strokeDasharray: dashes })}
          />
        ))}
      </g>
      {byHand && (
        <text x={x(atMs)} y={bottom - 22} textAnchor="middle" className="fill-ink text-[12px]">
          by hand
        </text>
      )}
    </g>
  );
}

const axisDay = utcFormat('%b %y');
const spokenDay = (atMs: number) => utcFormat('%-d %B %Y')(new Date(atMs));

function spoken({ of, points, crossing: [, p50], retirePct }: Props): string {
  const told = points.flatMap(({ atMs, pct, indicative }) =>
    pct === null ? [] : [`${spokenDay(atMs)} ${pct.toFixed(0)} %${indicative ? ', indicative' : ''}`],
  );
  const ahead = p50 === null ? '' : `. It crosses ${retirePct} % about ${spokenDay(p50)}`;
  return `${of} over time: ${told.join(', ') || 'not read yet'}${ahead}`;
}
