'use client';

import { scaleBand, scaleLinear } from 'd3-scale';
import { useWords } from '../site';
import { useWidth } from './use-width';

interface Props {
  readonly quantity: 'gravity' | 'volts';
  /** What each cell reads, positive end first; null where it has not been read yet. Gravities at 25 °C. */
  readonly values: readonly (number | null)[];
  /** Spread from which a cell is faulty. */
  readonly faultySpread: number;
}

/** Width of the first paint, before the screen has been measured. */
const FIRST_WIDTH = 660;
const HEIGHT = 92;
const MARGIN = { top: 18, right: 2, bottom: 20, left: 2 } as const;
/** Under this a cell has room for its number only, and one that stands out for what it reads. */
const NARROW = 340;
const SCALES = { gravity: [1.08, 1.3], volts: [1.85, 2.2] } as const;
const DECIMALS = { gravity: 3, volts: 2 } as const;

/** The cells side by side: what each reads, and the band below the best in which a cell is still one of them. */
export function CellBars({ quantity, values, faultySpread }: Props) {
  const words = useWords();
  const [frame, width] = useWidth(FIRST_WIDTH);
  const cells = values.map((_, index) => String(index + 1));
  const x = scaleBand(cells, [MARGIN.left, width - MARGIN.right]).padding(0.35);
  const y = scaleLinear(SCALES[quantity], [HEIGHT - MARGIN.bottom, MARGIN.top]).clamp(true);
  const read = values.filter((value) => value !== null);
  const best = read.length > 0 ? Math.max(...read) : null;
  const spread = best === null || read.length < 2 ? null : best - Math.min(...read);
  return (
    <div ref={frame}>
      <svg
        viewBox={`0 0 ${width} ${HEIGHT}`}
        className="w-full"
        role="img"
        aria-label={quantity === 'gravity' ? 'Gravity of each cell' : 'Voltage of each cell'}
      >
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
        {values.map((value, index) => {
          const cell = String(index + 1);
          const left = x(cell) ?? 0;
          const far = value !== null && best !== null && best - value >= faultySpread;
          return (
            <g key={cell} textAnchor="middle">
              <text x={left + x.bandwidth() / 2} y={HEIGHT - 6} className="fill-soft text-[13px]">
                {width < NARROW ? cell : `cell ${cell}`}
              </text>
              {value !== null && (
                <g className={far ? 'text-retire' : 'text-harbour'}>
                  <rect
                    x={left}
                    width={x.bandwidth()}
                    y={y(value)}
                    height={HEIGHT - MARGIN.bottom - y(value)}
                    fill="currentColor"
                  />
                  {(far || width >= NARROW) && (
                    <text
                      x={left + x.bandwidth() / 2}
                      y={y(value) - 5}
                      className="figures fill-current text-[13px]"
                    >
                      {value.toFixed(DECIMALS[quantity])}
                    </text>
                  )}
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
      {spread !== null && (
        <p className={spread >= faultySpread ? 'text-retire' : 'text-soft'}>
          Spread <span className="figures font-semibold">{spread.toFixed(DECIMALS[quantity])}</span>
          {quantity === 'gravity' ? words(' at 25 °C') : ' V'}; a cell is faulty from{' '}
          <span className="figures">{faultySpread.toFixed(DECIMALS[quantity])}</span>.
        </p>
      )}
    </div>
  );
}
