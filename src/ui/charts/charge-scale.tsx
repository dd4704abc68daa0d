'use client';

import { scaleLinear } from 'd3-scale';
import { useWidth } from './use-width';

interface Props {
  /** Voltages of this battery, at its temperature, at which it holds 0, 25, 50, 75 and 100 % of its charge. */
  readonly marks: readonly { readonly pct: number; readonly volts: number }[];
  /** The voltage that the load-test gate stands at. */
  readonly gateVolts: number;
  readonly readVolts: number | null;
}

/** Width of the first paint, before the screen has been measured. */
const FIRST_WIDTH = 660;
const HEIGHT = 92;
const SIDE = 30;
const BASE = 50;

/** What an open-circuit voltage means: the battery's own scale from empty to full, the gate as a notch, the reading. */
export function ChargeScale({ marks, gateVolts, readVolts }: Props) {
  const [frame, width] = useWidth(FIRST_WIDTH);
  const low = marks[0]?.volts ?? 0;
  const high = marks.at(-1)?.volts ?? 1;
  const overhang = (high - low) * 0.18;
  const x = scaleLinear([low - overhang, high + overhang], [SIDE, width - SIDE]).clamp(true);
  return (
    <div ref={frame}>
      <svg viewBox={`0 0 ${width} ${HEIGHT}`} className="w-full" role="img" aria-label="Charge by voltage">
        <line
          x1={x(low - overhang)}
          x2={x(high + overhang)}
          y1={BASE}
          y2={BASE}
          className="stroke-line-strong"
        />
        <rect
          x={x(low)}
          y={BASE - 5}
          width={x(high) - x(low)}
          height="5"
          className="fill-harbour"
          opacity="0.3"
        />
        {marks.map(({ pct, volts }) => (
          <g key={pct} textAnchor="middle">
            <line x1={x(volts)} x2={x(volts)} y1={BASE - 9} y2={BASE} className="stroke-ink" />
            <text x={x(volts)} y={BASE - 15} className="figures fill-ink text-[14px]">
              {pct}%
            </text>
            <text x={x(volts)} y={BASE + 38} className="figures fill-soft text-[13px]">
              {volts.toFixed(2)}
            </text>
          </g>
        ))}
        <path d={`M${x(gateVolts) - 7} ${BASE + 2}h14l-7 11z`} className="fill-ink" />
        {readVolts !== null && (
          <rect
            x={x(readVolts) - 3.5}
            y={BASE - 13}
            width="7"
            height="26"
            rx="3.5"
            className={readVolts < gateVolts ? 'fill-retire' : 'fill-serve'}
          />
        )}
      </svg>
    </div>
  );
}
