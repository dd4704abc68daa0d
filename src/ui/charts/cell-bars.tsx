'use client';

import { scaleBand, scaleLinear } from 'd3-scale';
import { useWidth } from './use-width';

interface Props {
  /** Gravity of each cell, positive end first; null where it has not been read yet. */
  readonly gravities: readonly (number | null)[];
  /** Spread from which a cell is faulty. */
  readonly faultySpread: number;
}

/** Width of the first paint, before the screen has been measured. */
const FIRST_WIDTH = 660;
const HEIGHT = 130;
const MARGIN = { top: 20, right: 8, bottom: 22, left: 8 } as const;
const SCALE = [1.08, 1.3] as const;

/** The cells side by side: what each reads, and the band below the best in which a cell is still one of them. */
export function CellBars({ gravities, faultySpread }: Props) {
  const [frame, width] = useWidth(FIRST_WIDTH);
  const cells = gravities.map((_, index) => String(index + 1));
  const x = scaleBand(cells, [MARGIN.left, width - MARGIN.right]).padding(0.35);
  const y = scaleLinear(SCALE, [HEIGHT - MARGIN.bottom, MARGIN.top]).clamp(true);
  const read = gravities.filter((gravity) => gravity !== null);
  const best = read.length > 0 ? Math.max(...read) : null;
  return (
    <div ref={frame}>
      <svg viewBox={`0 0 ${width} ${HEIGHT}`} className="w-full" role="img" aria-label="Gravity of each cell">
        {best !== null && (
          <rect
            x={MARGIN.left}
            width={width - MARGIN.left - MARGIN.right}
            y={y(best)}
            height={y(best - faultySpread) - y(best)}
            className="fill-serve"
            opacity="0.14"
          />
        )}
        {gravities.map((gravity, index) => {
          const cell = String(index + 1);
          const left = x(cell) ?? 0;
          const far = gravity !== null && best !== null && best - gravity >= faultySpread;
          return (
            <g key={cell} textAnchor="middle">
              <text x={left + x.bandwidth() / 2} y={HEIGHT - 6} className="fill-soft text-[13px]">
                cell {cell}
              </text>
              {gravity !== null && (
                <g className={far ? 'text-retire' : 'text-harbour'}>
                  <rect
                    x={left}
                    width={x.bandwidth()}
                    y={y(gravity)}
                    height={HEIGHT - MARGIN.bottom - y(gravity)}
                    fill="currentColor"
                  />
                  <text
                    x={left + x.bandwidth() / 2}
                    y={y(gravity) - 5}
                    className="figures fill-current text-[13px]"
                  >
                    {gravity.toFixed(3)}
                  </text>
                </g>
              )}
            </g>
          );
        })}
        <line
          x1={MARGIN.left}
          x2={width - MARGIN.right}
          y1={HEIGHT - MARGIN.bottom}
          y2={HEIGHT - MARGIN.bottom}
          className="stroke-line-strong"
        />
      </svg>
    </div>
  );
}
