import { formatQuantity } from '@/core/quantity/format';

/** Percent at the ends of the bar. */
const FROM = 30;
const TO = 115;
const at = (pct: number) => `${(100 * (Math.min(TO, Math.max(FROM, pct)) - FROM)) / (TO - FROM)}%`;

/** Health as a mark on a short bar with its uncertainty, against the line of the house; the figure beside it. */
export function HealthBar({
  pct,
  sdPct,
  linePct,
}: {
  readonly pct: number;
  readonly sdPct: number;
  readonly linePct: number;
}) {
  const isBelow = pct < linePct;
  return (
    <span className="flex items-center gap-3">
      <span className="figures w-22 shrink-0 text-right font-semibold whitespace-nowrap">
        {formatQuantity(pct, '%')} <span className="font-normal text-soft">± {sdPct.toFixed(0)}</span>
      </span>
      <svg
        aria-hidden="true"
        viewBox="0 0 100 16"
        preserveAspectRatio="none"
        className="h-4 w-16 shrink-0 overflow-visible"
      >
        <rect x="0" y="7" width="100" height="2" className="fill-line" />
        <line x1={at(linePct)} x2={at(linePct)} y1="1" y2="15" className="stroke-retire" strokeWidth="1" />
        <line
          x1={at(pct - sdPct)}
          x2={at(pct + sdPct)}
          y1="8"
          y2="8"
          className={isBelow ? 'stroke-retire' : 'stroke-harbour'}
          strokeWidth="4"
        />
        <rect
          x={at(pct)}
          y="2"
          width="2.5"
          height="12"
          className={isBelow ? 'fill-retire' : 'fill-harbour'}
        />
      </svg>
    </span>
  );
}
