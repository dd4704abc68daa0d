import type { SetUnitStanding } from '@/core/exchange/set-views';
import { formatQuantity } from '@/core/quantity/format';
import { Link } from '@/ui/link';

const FROM = 40;
const TO = 110;
const at = (pct: number) => (100 * (Math.min(TO, Math.max(FROM, pct)) - FROM)) / (TO - FROM);

/** The units of a set on one line of health, each with where it goes within a year; names beneath. */
export function SetSpread({
  units,
  dragsId,
}: {
  readonly units: readonly SetUnitStanding[];
  readonly dragsId: string | null;
}) {
  return (
    <div>
      <svg
        viewBox="0 0 100 14"
        preserveAspectRatio="none"
        role="img"
        aria-label="Health beside each other"
        className="h-6 w-full overflow-visible"
      >
        <line
          x1="0"
          x2="100"
          y1="7"
          y2="7"
          className="stroke-line-strong"
          vectorEffect="non-scaling-stroke"
        />
        {units.map(({ id, healthPct, slopePct }) => (
          <g
            key={id}
            className={id === dragsId ? 'fill-retire stroke-retire' : 'fill-harbour stroke-harbour'}
          >
            <line
              x1={at(healthPct)}
              x2={at(healthPct + slopePct)}
              y1="7"
              y2="7"
              strokeWidth="3"
              strokeOpacity="0.4"
              vectorEffect="non-scaling-stroke"
            />
            <rect x={at(healthPct) - 0.7} y="1" width="1.4" height="12" stroke="none" />
          </g>
        ))}
      </svg>
      <ul className="flex flex-wrap gap-x-4">
        {units.map(({ id, tag, slot, healthPct }) => (
          <li key={id} className={id === dragsId ? 'font-semibold text-retire' : undefined}>
            <Link
              href={`/batteries/${id}`}
              className="figures inline-block py-1 text-sm whitespace-nowrap underline underline-offset-4"
            >
              {tag} {formatQuantity(healthPct, '%')}
            </Link>
            {slot !== '' && <span className="text-sm text-soft"> {slot}</span>}
          </li>
        ))}
      </ul>
    </div>
  );
}
