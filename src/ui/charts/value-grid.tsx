interface Props {
  readonly ticks: readonly number[];
  readonly y: (value: number) => number;
  readonly fromX: number;
  readonly toX: number;
  readonly decimals?: number;
}

/** The lines of a chart's values, each with its figure at the left. */
export function ValueGrid({ ticks, y, fromX, toX, decimals = 0 }: Props) {
  return ticks.map((tick) => (
    <g key={tick}>
      <line x1={fromX} x2={toX} y1={y(tick)} y2={y(tick)} className="stroke-line" />
      <text x={fromX - 8} y={y(tick)} dy="0.35em" textAnchor="end" className="figures fill-soft text-[13px]">
        {tick.toFixed(decimals)}
      </text>
    </g>
  ));
}
