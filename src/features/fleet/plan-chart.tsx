'use client';

import { scaleLinear } from 'd3-scale';
import type { PlanMonth } from '@/core/planning/purchase-plan';
import { formatMoney } from '@/core/quantity/money';
import { useWidth } from '@/ui/charts/use-width';

const FIRST_WIDTH = 640;
const HEIGHT = 220;
const [LEFT, TOP, BOTTOM] = [64, 12, 34];
const GAP = 3;
const TICKS = 4;
/** A month of fewer px has no place for its name: then every other one is named. */
const NAMED_PX = 32;

/** What the picture needs of a month: the rest, its thousands of units, stays on the server. */
export type MonthsMoney = Pick<PlanMonth, 'month' | 'changes' | 'failing' | 'failingWithout'>;

/** The year by months: what changes cost, and beside it what failing at work would cost with the plan and without it. */
export function PlanChart({
  months,
  currency,
}: {
  readonly months: readonly MonthsMoney[];
  readonly currency: string;
}) {
  const most = Math.max(1, ...months.map(({ changes, failingWithout }) => Math.max(changes, failingWithout)));
  const scale = scaleLinear([0, most], [HEIGHT - BOTTOM, TOP]).nice(TICKS);
  const floor = scale(0);
  const [frame, width] = useWidth(FIRST_WIDTH);
  const step = (width - LEFT) / 12;
  const bar = 0.34 * step;
  const namedEvery = step < NAMED_PX ? 2 : 1;
  return (
    <figure className="grid min-w-0 gap-2">
      <div ref={frame} className="min-w-0">
        <svg
          width={width}
          height={HEIGHT}
          viewBox={`0 0 ${width} ${HEIGHT}`}
          role="img"
          aria-label="What changes and failing cost, month by month"
          className="block max-w-full"
        >
          {scale.ticks(TICKS).map((tick) => (
            <g key={tick}>
              <line x1={LEFT} x2={width} y1={scale(tick)} y2={scale(tick)} className="stroke-line" />
              <text
                x={LEFT - 8}
                y={scale(tick) + 4}
                textAnchor="end"
                className="figures fill-soft text-[13px]"
              >
                {formatMoney(tick, currency)}
              </text>
            </g>
          ))}
          {months.map(({ month, changes, failing, failingWithout }, at) => {
            const x = LEFT + (at + 0.12) * step;
            return (
              <g key={month}>
                <title>
                  {`${month}: changes ${formatMoney(changes, currency)}, failing ${formatMoney(failing, currency)}, without the plan ${formatMoney(failingWithout, currency)}`}
                </title>
                <Bar width={bar} x={x} top={scale(changes)} floor={floor} className="fill-harbour" />
                <Bar
                  width={bar}
                  x={x + bar + GAP}
                  top={scale(failingWithout)}
                  floor={floor}
                  className="fill-none stroke-retire [stroke-dasharray:3_3]"
                />
                <Bar
                  width={bar}
                  x={x + bar + GAP}
                  top={scale(failing)}
                  floor={floor}
                  className="fill-retire"
                />
                {at % namedEvery === 0 && (
                  <text x={x + bar} y={HEIGHT - 12} textAnchor="middle" className="fill-soft text-[13px]">
                    {MONTHS[Number(month.slice(5)) - 1]}
                  </text>
                )}
              </g>
            );
          })}
          <line x1={LEFT} x2={width} y1={floor} y2={floor} className="stroke-line-strong" />
        </svg>
      </div>
      <figcaption className="flex flex-wrap gap-x-5 text-sm text-soft">
        <Key look="bg-harbour">changes</Key>
        <Key look="bg-retire">failing at work, expected</Key>
        <Key look="border border-dashed border-retire">the same if nothing is changed</Key>
      </figcaption>
    </figure>
  );
}

const Bar = ({
  x,
  width,
  top,
  floor,
  className,
}: {
  readonly x: number;
  readonly width: number;
  readonly top: number;
  readonly floor: number;
  readonly className: string;
}) => <rect x={x} width={width} y={top} height={floor - top} className={className} />;

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

function Key({ look, children }: { readonly look: string; readonly children: React.ReactNode }) {
  return (
    <span className="flex items-center gap-2">
      <span aria-hidden="true" className={`inline-block size-3 ${look}`} />
      {children}
    </span>
  );
}
