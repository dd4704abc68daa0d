import { line } from 'd3-shape';
import { LIFE_MARGIN, type LifeScales } from './life-scales';

/** How something else fares beside a battery: a sibling, its kind. */
export interface LifeBeside {
  readonly label: string;
  readonly points: readonly { readonly atMs: number; readonly pct: number }[];
}

/** Names that would lie over each other are moved apart, px. */
const LEAST_APART = 14;

/** Thin lines beside a life, each with its name at its end. */
export function Beside({
  lines,
  scales: { x, y, toMs },
}: {
  readonly lines: readonly LifeBeside[];
  readonly scales: LifeScales;
}) {
  const course = line<LifeBeside['points'][number]>()
    .x(({ atMs }) => x(atMs))
    .y(({ pct }) => y(pct));
  const [, right = 0] = x.range();
  const drawn = lines
    .map(({ label, points }) => ({ label, points: points.filter(({ atMs }) => atMs <= toMs) }))
    .filter(({ points }) => points.length > 1)
    .sort((one, other) => y(lastOf(one)) - y(lastOf(other)));
  let last = Number.NEGATIVE_INFINITY;
  return drawn.map((beside) => {
    last = Math.max(last + LEAST_APART, y(lastOf(beside)));
    return (
      <g key={beside.label}>
        <path
          d={course(beside.points) ?? ''}
          fill="none"
          className="stroke-soft"
          strokeWidth="1.3"
          strokeDasharray="1 4"
          strokeLinecap="round"
        />
        <text
          {...labelPlace(x(beside.points.at(-1)?.atMs ?? toMs), right)}
          y={last - 5}
          paintOrder="stroke"
          strokeWidth="4"
          className="fill-soft stroke-sheet text-[12px]"
        >
          {beside.label}
        </text>
      </g>
    );
  });
}

/** Room that a name takes behind its line, px. */
const NAME_WIDTH = 70;

/** A name stands behind the end of its line, or before it where there is no room. */
const labelPlace = (endX: number, right: number) =>
  endX > right - NAME_WIDTH
    ? { x: right - LIFE_MARGIN.left, textAnchor: 'end' as const }
    : { x: endX + 6, textAnchor: 'start' as const };

const lastOf = ({ points }: LifeBeside) => points.at(-1)?.pct ?? 0;
