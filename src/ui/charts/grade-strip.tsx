import { scaleLinear } from 'd3-scale';

interface Props {
  /** Health of each battery, percent. */
  readonly health: readonly number[];
  /** Least health of grade A, B and C, percent. */
  readonly limits: readonly [a: number, b: number, c: number];
}

const LOWEST_PCT = 30;
const HIGHEST_PCT = 120;
const WIDTH = 300;
const HEIGHT = 62;
const BASE = 46;
const DOT = 3;
/** Width of the columns in which dots are stacked, percent of health. */
const STEP_PCT = 2.5;
const MOST_STACKED = 6;

/** How a group’s health is spread: a dot a battery, stacked, over the limits of the grades as notches. */
export function GradeStrip({ health, limits }: Props) {
  const x = scaleLinear([LOWEST_PCT, HIGHEST_PCT], [6, WIDTH - 6]).clamp(true);
  const [a, b, c] = limits;
  const letters = [
    ['D', (LOWEST_PCT + c) / 2],
    ['C', (c + b) / 2],
    ['B', (b + a) / 2],
    ['A', (a + HIGHEST_PCT) / 2],
  ] as const;
  const spoken =
    health.length === 0 ? 'no health known yet' : health.map((pct) => `${pct.toFixed(0)} %`).join(', ');
  return (
    <svg role="img" aria-label={`Health: ${spoken}`} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="w-full">
      <line x1="6" x2={WIDTH - 6} y1={BASE} y2={BASE} className="stroke-line-strong" />
      {limits.map((limit) => (
        <path key={limit} d={`M${x(limit) - 4} ${BASE}h8l-4 6z`} className="fill-ink" />
      ))}
      {letters.map(([letter, at]) => (
        <text
          key={letter}
          x={x(at)}
          y={HEIGHT - 1}
          textAnchor="middle"
          className="fill-soft text-[12px] font-semibold"
        >
          {letter}
        </text>
      ))}
      {stacked(health).map(({ pct, level, key }) => (
        <circle
          key={key}
          cx={x(pct)}
          cy={BASE - 5 - level * (2 * DOT + 0.6)}
          r={DOT}
          className={toneOf(pct, limits)}
          fill="currentColor"
        />
      ))}
    </svg>
  );
}

function toneOf(pct: number, [, b, c]: Props['limits']): string {
  if (pct >= b) return 'text-serve';
  return pct >= c ? 'text-watch' : 'text-retire';
}

function stacked(health: readonly number[]) {
  const heights = new Map<number, number>();
  return health.map((pct, index) => {
    const held = Math.max(LOWEST_PCT, Math.min(HIGHEST_PCT, pct));
    const column = Math.round(held / STEP_PCT);
    const level = heights.get(column) ?? 0;
    heights.set(column, level + 1);
    return { pct, level: Math.min(level, MOST_STACKED), key: `${index} ${pct}` };
  });
}
