interface Scale {
  readonly at: (value: number) => number;
  readonly ticks: readonly number[];
}

/** Volts up the left side and time along the foot of a picture, in its own coordinates. */
export function AxisLabels({
  volts,
  time,
  timeUnit,
  left,
  height,
}: {
  readonly volts: Scale;
  readonly time: Scale;
  readonly timeUnit: 's' | 'min';
  /** Where the picture begins, and how high it is. */
  readonly left: number;
  readonly height: number;
}) {
  return (
    <g className="figures fill-soft text-[13px]">
      {volts.ticks.map((tick) => (
        <text key={`${tick} V`} x={left - 8} y={volts.at(tick)} dy="0.35em" textAnchor="end">
          {tick.toFixed(1)}
        </text>
      ))}
      {time.ticks.map((tick) => (
        <text key={`${tick} ${timeUnit}`} x={time.at(tick)} y={height - 6} textAnchor="middle">
          {tick.toFixed(0)} {timeUnit}
        </text>
      ))}
    </g>
  );
}
