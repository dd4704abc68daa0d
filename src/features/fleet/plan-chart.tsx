import { scaleLinear } from 'd3-scale';
import type { PlanMonth } from '@/core/planning/purchase-plan';
import { formatMoney } from '@/core/quantity/money';

const WIDTH = 640;
const HEIGHT = 220;
const [LEFT, TOP, BOTTOM] = [64, 12, 34];
const STEP = (WIDTH - LEFT) / 12;
const BAR = 0.34 * STEP;
const GAP = 3;
const TICKS = 4;

/** The year by months: what changes cost, and beside it what failing at work would cost with the plan and without it. */
export function PlanChart({
  months,
  currency,
}: {
  readonly months: readonly PlanMonth[];
  readonly currency: string;
}) {
  const most = Math.max(1, ...months.map(({ changes, failingWithout }) => Math.max(changes, failingWithout)));
  const scale = scaleLinear([0, most], [HEIGHT - BOTTOM, TOP]).nice(TICKS);
  const floor = scale(0);
  return (
    <figure className="grid gap-2">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label="What changes and failing cost, month by month"
        className="w-full"
      >
        {scale.ticks(TICKS).map((tick) => (
          <g key={tick}>
            <line x1={LEFT} x2={WIDTH} y1={scale(tick)} y2={scale(tick)} className="stroke-line" />
            <text x={LEFT - 8} y={scale(tick) + 4} textAnchor="end" className="figures fill-soft text-[12px]">
              {formatMoney(tick, currency)}
            </text>
          </g>
        ))}
        {months.map(({ month, changes, failing, failingWithout }, at) => {
          const x = LEFT + at * STEP + 0.12 * STEP;
          return (
            <g key={month}>
              <title>
                {`${month}: changes ${formatMoney(changes, currency)}, failing ${formatMoney(failing, currency)}, without the plan ${formatMoney(failingWithout, currency)}`}
              </title>
              <Bar x={x} top={scale(changes)} floor={floor} className="fill-harbour" />
              <Bar
                x={x + BAR + GAP}
                top={scale(failingWithout)}
                floor={floor}
                className="fill-none stroke-retire [stroke-dasharray:3_3]"
              />
              <Bar x={x + BAR + GAP} top={scale(failing)} floor={floor} className="fill-retire" />
              <text x={x + BAR} y={HEIGHT - 12} textAnchor="middle" className="fill-soft text-[12px]">
                {MONTHS[Number(month.slice(5)) - 1]}
              </text>
            </g>
          );
        })}
        <line x1={LEFT} x2={WIDTH} y1={floor} y2={floor} className="stroke-line-strong" />
      </svg>
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
  top,
  floor,
  className,
}: {
  readonly x: number;
  readonly top: number;
  readonly floor: number;
  readonly className: string;
}) => <rect x={x} width={BAR} y={top} height={floor - top} className={className} />;

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

function Key({ look, children }: { readonly look: string; readonly children: React.ReactNode }) {
  return (
    <span className="flex items-center gap-2">
      <span aria-hidden="true" className={`inline-block size-3 ${look}`} />
      {children}
    </span>
  );
}
