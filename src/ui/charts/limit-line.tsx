interface Props {
  readonly width: number;
  /** What the chart leaves free beside its lines; the words stand in the right of it. */
  readonly margin: { readonly left: number; readonly right: number };
  readonly y: number;
  readonly label: string;
  readonly className: string;
}

/** A limit across a chart, dashed, with its words beside it. */
export function LimitLine({ width, margin, y, label, className }: Props) {
  return (
    <g className={className}>
      <line
        x1={margin.left}
        x2={width - margin.right}
        y1={y}
        y2={y}
        stroke="currentColor"
        strokeWidth="1.5"
        strokeDasharray="6 4"
      />
      <text x={width - margin.right + 6} y={y} dy="0.35em" className="figures fill-current text-[13px]">
        {label}
      </text>
    </g>
  );
}
