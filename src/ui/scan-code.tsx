/** A scannable code as one outline in modules. */
export interface CodeOutline {
  readonly d: string;
  readonly width: number;
  readonly height: number;
}

/** Modules of white that scanners need around a code. */
const QUIET = 4;

/** A scannable code on white, whatever the theme: scanners want dark on light. */
export function ScanCode({
  code,
  label,
  className = '',
}: {
  readonly code: CodeOutline;
  readonly label: string;
  readonly className?: string;
}) {
  const { d, width, height } = code;
  return (
    <svg
      role="img"
      aria-label={label}
      viewBox={`${-QUIET} ${-QUIET} ${width + 2 * QUIET} ${height + 2 * QUIET}`}
      shapeRendering="crispEdges"
      className={className}
    >
      <rect x={-QUIET} y={-QUIET} width={width + 2 * QUIET} height={height + 2 * QUIET} fill="white" />
      <path d={d} fill="black" />
    </svg>
  );
}
