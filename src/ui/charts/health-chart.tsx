'use client';

import { extent } from 'd3-array';
import { scaleLinear, scaleUtc } from 'd3-scale';
import { area, line } from 'd3-shape';
import { utcFormat } from 'd3-time-format';
import { LimitLine } from './limit-line';
import { useWidth } from './use-width';
import { ValueGrid } from './value-grid';

/** Health found by one run, with its uncertainty. */
export interface HealthPoint {
  readonly atMs: number;
  readonly pct: number;
  readonly sdPct: number;
  /** It rests on what was forced or does not count: drawn hollow. */
  readonly indicative: boolean;
}

interface Props {
  /** What is told over time, where it is not health. */
  readonly of?: string;
  readonly points: readonly HealthPoint[];
  readonly servePct: number;
  readonly retirePct: number;
}

/** Width of the first paint, before the screen has been measured. */
const FIRST_WIDTH = 700;
const HEIGHT = 240;
const MARGIN = { top: 12, right: 92, bottom: 28, left: 44 } as const;
const DAY_MS = 86_400_000;
const LOWEST_PCT = 40;
const HIGHEST_PCT = 115;

/** Health over time, one mark a run, with the limits for serving and retiring as lines. */
export function HealthChart({ of = 'Health', points, servePct, retirePct }: Props) {
  const [frame, width] = useWidth(FIRST_WIDTH);
  const [first, last] = extent(points, ({ atMs }) => atMs);
  if (first === undefined || last === undefined) return null;
  const pad = Math.max(14 * DAY_MS, (last - first) * 0.04);
  const x = scaleUtc([first - pad, last + pad], [MARGIN.left, width - MARGIN.right]);
  const y = scaleLinear([LOWEST_PCT, HIGHEST_PCT], [HEIGHT - MARGIN.bottom, MARGIN.top]).clamp(true);
  const path = line<HealthPoint>()
    .x(({ atMs }) => x(atMs))
    .y(({ pct }) => y(pct));
  const band = area<HealthPoint>()
    .x(({ atMs }) => x(atMs))
    .y0(({ pct, sdPct }) => y(pct - sdPct))
    .y1(({ pct, sdPct }) => y(pct + sdPct));
  const sorted = [...points].sort((one, other) => one.atMs - other.atMs);
  return (
    <div ref={frame}>
      <svg
        role="img"
        aria-label={`${of} over time: ${sorted.map(spokenPoint).join(', ')}`}
        viewBox={`0 0 ${width} ${HEIGHT}`}
        className="w-full"
      >
        <ValueGrid ticks={y.ticks(4)} y={y} fromX={MARGIN.left} toX={width - MARGIN.right} />
        {x.ticks(Math.max(2, Math.floor(width / 130))).map((tick) => (
          <text
            key={+tick}
            x={x(tick)}
            y={HEIGHT - 8}
            textAnchor="middle"
            className="figures fill-soft text-[13px]"
          >
            {axisDay(tick)}
          </text>
        ))}
        <LimitLine
          width={width}
          margin={MARGIN}
          y={y(servePct)}
          label={`serve ${servePct} %`}
          className="text-serve"
        />
        <LimitLine
          width={width}
          margin={MARGIN}
          y={y(retirePct)}
          label={`retire ${retirePct} %`}
          className="text-retire"
        />
        <path d={band(sorted) ?? ''} className="fill-harbour" opacity="0.14" />
        <path d={path(sorted) ?? ''} fill="none" className="stroke-harbour" strokeWidth="2" />
        {sorted.map((point) => (
          <g key={point.atMs} className="text-harbour">
            <line
              x1={x(point.atMs)}
              x2={x(point.atMs)}
              y1={y(point.pct - point.sdPct)}
              y2={y(point.pct + point.sdPct)}
              stroke="currentColor"
              strokeWidth="2"
            />
            <circle
              cx={x(point.atMs)}
              cy={y(point.pct)}
              r="5"
              fill={point.indicative ? 'var(--sheet)' : 'currentColor'}
              stroke="currentColor"
              strokeWidth="2"
            />
          </g>
        ))}
      </svg>
    </div>
  );
}

const axisDay = utcFormat('%b %y');
const spokenDay = (atMs: number) => utcFormat('%-d %B %Y')(new Date(atMs));

const spokenPoint = ({ atMs, pct, indicative }: HealthPoint) =>
  `${spokenDay(atMs)} ${pct.toFixed(0)} %${indicative ? ', indicative' : ''}`;
