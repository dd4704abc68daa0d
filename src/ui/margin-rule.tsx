import type { Measured } from '@/core/assessment/finding';
import { measuredIn, measuredWords } from '@/core/assessment/measured-words';
import { HALF_SPANS } from './margin-span';
import { useSite } from './site';

const DEFAULT_HALF_SPAN = 1;

interface Props {
  readonly label: string;
  readonly measured: Measured;
  /** Rests on a forced or uncertain reading: drawn hollow. */
  readonly indicative?: boolean;
}

/**
 * The margin rule: a short scale with the limit as a notch, the reading as a mark, its uncertainty as a bar and the
 * signed margin in figures. Left of the notch is short of the limit, right of it is in hand.
 */
export function MarginRule({ label, measured: read, indicative = false }: Props) {
  const { temperatureUnit } = useSite();
  const measured = measuredIn(read, temperatureUnit);
  const { margin, sd, unit } = measured;
  const half = HALF_SPANS[unit] ?? DEFAULT_HALF_SPAN;
  const at = (offset: number) => 50 + 50 * Math.max(-1, Math.min(1, offset / half));
  const tone = margin < 0 ? 'text-retire' : 'text-serve';
  const words = measuredWords(measured);
  const spoken = `${label}: ${words.value}, limit ${words.limit}${unit && `\u00A0${unit}`}, margin ${words.margin}`;
  return (
    <div className="grid grid-cols-[1fr_auto] items-center gap-x-3">
      <svg role="img" aria-label={spoken} width="100%" height="34" className="overflow-visible">
        <rect x="0" y="15" width="50%" height="4" className="fill-sunk" />
        <line x1="0" x2="100%" y1="19.5" y2="19.5" className="stroke-line-strong" strokeWidth="1" />
        <svg x="50%" y="19" width="1" height="8" className="overflow-visible" aria-hidden="true">
          <path d="M-5 1h10L0 8z" className="fill-ink" />
        </svg>
        <rect
          x={`${at(margin - sd)}%`}
          y="9"
          width={`${Math.max(0, at(margin + sd) - at(margin - sd))}%`}
          height="7"
          className={tone}
          fill="currentColor"
          opacity="0.28"
        />
        <svg
          x={`${at(margin)}%`}
          y="4"
          width="1"
          height="18"
          className={`overflow-visible ${tone}`}
          aria-hidden="true"
        >
          <rect
            x="-2.5"
            y="0"
            width="5"
            height="17"
            rx="2.5"
            fill={indicative ? 'var(--sheet)' : 'currentColor'}
            stroke="currentColor"
            strokeWidth="1.5"
          />
        </svg>
        <text x="50%" y="34" textAnchor="middle" className="figures fill-soft text-[11px]">
          {words.limit}
        </text>
      </svg>
      <span className={`figures w-[5.5rem] text-right text-base font-semibold ${tone}`} aria-hidden="true">
        {words.margin}
      </span>
    </div>
  );
}
