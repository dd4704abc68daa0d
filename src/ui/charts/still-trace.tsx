import type { Still } from '@/core/recording/still';

const WIDTH = 640;
const HEIGHT = 200;
const LEFT = 44;
const BOTTOM = 18;
const TOP = 14;

/** A recorded start as it is printed: voltage above, current beneath, and the moments that count. */
export function StillTrace({ still, label }: { readonly still: Still; readonly label: string }) {
  const { fromS, toS, volts, amps, named } = still;
  const xOf = (atS: number) => LEFT + ((atS - fromS) / (toS - fromS)) * (WIDTH - LEFT - 4);
  const both = volts !== null && amps !== null;
  const middle = TOP + (HEIGHT - TOP - BOTTOM) * (both ? 0.6 : 1);
  return (
    <svg role="img" aria-label={label} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="w-full">
      {named.map(([atS, name]) => (
        <g key={name}>
          <line x1={xOf(atS)} x2={xOf(atS)} y1={TOP} y2={HEIGHT - BOTTOM} className="stroke-line-strong" />
          <text x={xOf(atS) + 3} y={TOP - 3} className="fill-(--ink-soft) text-[10px]">
            {name}
          </text>
        </g>
      ))}
      {volts && (
        <Channel
          columns={volts}
          unit="V"
          top={TOP}
          bottom={both ? middle - 6 : HEIGHT - BOTTOM}
          className="stroke-harbour"
        />
      )}
      {amps && (
        <Channel
          columns={amps}
          unit="A"
          top={both ? middle : TOP}
          bottom={HEIGHT - BOTTOM}
          className="stroke-(--focus)"
        />
      )}
      <text x={LEFT} y={HEIGHT - 5} className="figures fill-(--ink-soft) text-[10px]">
        {fromS.toFixed(1)} s
      </text>
      <text x={WIDTH - 4} y={HEIGHT - 5} textAnchor="end" className="figures fill-(--ink-soft) text-[10px]">
        {toS.toFixed(1)} s
      </text>
    </svg>
  );
}

function Channel({
  columns,
  unit,
  top,
  bottom,
  className,
}: {
  readonly columns: NonNullable<Still['volts']>;
  readonly unit: 'V' | 'A';
  readonly top: number;
  readonly bottom: number;
  readonly className: string;
}) {
  const known = columns.filter((column) => column !== null);
  const least = Math.min(...known.map(([low]) => low));
  const most = Math.max(...known.map(([, high]) => high));
  const yOf = (value: number) => bottom - ((value - least) / Math.max(1e-9, most - least)) * (bottom - top);
  const step = (WIDTH - LEFT - 4) / columns.length;
  const path = columns
    .map((column, at) => {
      if (!column) return '';
      const x = (LEFT + (at + 0.5) * step).toFixed(1);
      return `${at === 0 ? 'M' : 'L'}${x},${yOf(column[0]).toFixed(1)}L${x},${yOf(column[1]).toFixed(1)}`;
    })
    .join('')
    .replace(/^L/, 'M');
  const shown = (value: number) => `${value.toFixed(unit === 'V' ? 1 : 0).replace('-', '−')} ${unit}`;
  return (
    <g>
      <path d={path} fill="none" strokeWidth={1.3} className={className} />
      <text x={LEFT - 5} y={top + 9} textAnchor="end" className="figures fill-(--ink-soft) text-[10px]">
        {shown(most)}
      </text>
      <text x={LEFT - 5} y={bottom} textAnchor="end" className="figures fill-(--ink-soft) text-[10px]">
        {shown(least)}
      </text>
    </g>
  );
}
