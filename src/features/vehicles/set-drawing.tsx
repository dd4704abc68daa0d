import type { VehicleSlot } from '@/core/exchange/views';
import type { JoinedAs } from '@/core/vehicle/vehicle';

const BOX = { width: 92, height: 52, gap: 34 } as const;
const LEFT = 70;

/** The batteries of a vehicle as the circuit that they are: side by side, one behind the other, or apart. */
export function SetDrawing({
  slots,
  joined,
}: {
  readonly slots: readonly VehicleSlot[];
  readonly joined: JoinedAs | null;
}) {
  const shown = slots.slice(0, 6);
  if (shown.length === 0) return null;
  const inSeries = joined === 'series';
  const width = LEFT + shown.length * (BOX.width + BOX.gap) + 10;
  const top = 30;
  const middle = top + BOX.height / 2;
  const words = `${shown.length === 1 ? 'One battery' : `${shown.length} batteries`}${joined ? `, ${WORDS[joined]}` : ''}`;
  return (
    <figure className="overflow-x-auto">
      <svg
        viewBox={`0 0 ${width} ${top + BOX.height + 34}`}
        className="h-36 max-w-full"
        role="img"
        aria-label={words}
      >
        <g className="fill-none stroke-line-strong" strokeWidth={2}>
          {inSeries ? (
            <path d={`M10 ${middle}H${width - 10}`} />
          ) : (
            <>
              <path d={`M10 12H${LEFT + (shown.length - 1) * (BOX.width + BOX.gap) + 22}`} />
              <path
                d={`M10 ${top + BOX.height + 22}H${LEFT + (shown.length - 1) * (BOX.width + BOX.gap) + BOX.width - 22}`}
              />
            </>
          )}
        </g>
        {shown.map(({ id, name, battery }, at) => {
          const x = LEFT + at * (BOX.width + BOX.gap);
          return (
            <g key={id}>
              {!inSeries && (
                <path
                  className="stroke-line-strong"
                  strokeWidth={2}
                  d={`M${x + 22} 12V${top}M${x + BOX.width - 22} ${top + BOX.height}V${top + BOX.height + 22}`}
                />
              )}
              <rect
                x={x}
                y={top}
                width={BOX.width}
                height={BOX.height}
                rx={5}
                className="fill-sheet stroke-ink"
                strokeWidth={2}
              />
              <text
                x={x + BOX.width / 2}
                y={top + 23}
                textAnchor="middle"
                className="figures fill-ink text-sm font-semibold"
              >
                {battery.tag}
              </text>
              <text x={x + BOX.width / 2} y={top + 42} textAnchor="middle" className="fill-soft text-xs">
                {name || `${battery.nominalVolts} V`}
              </text>
            </g>
          );
        })}
        <text x={10} y={inSeries ? middle - 8 : 8} className="fill-soft text-xs">
          +
        </text>
        <text
          x={inSeries ? width - 18 : 10}
          y={inSeries ? middle - 8 : top + BOX.height + 32}
          className="fill-soft text-xs"
        >
          −
        </text>
      </svg>
      <figcaption className="text-sm text-soft">{words}.</figcaption>
    </figure>
  );
}

const WORDS: Readonly<Record<JoinedAs, string>> = {
  single: 'alone',
  parallel: 'in parallel',
  series: 'in series',
  separate: 'starting and service apart',
};
