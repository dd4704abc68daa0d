import type { Span } from '@/core/recording/recording';
import { type Pane, type Panes, yIn } from './draw-trace';
import { HEIGHT, LABELS, LEFT, RIGHT } from './trace-room';
import { momentText, ticksOf } from './view-window';

/** The axes of a recording: one of time under both panes, one of its own beside each. */
export function Axes({
  view,
  panes,
  width,
  columns,
  xOf,
}: {
  readonly view: Span;
  readonly panes: Panes;
  readonly width: number;
  readonly columns: number;
  readonly xOf: (atS: number) => number;
}) {
  return (
    <>
      {ticksOf(view, Math.max(2, Math.floor(columns / 110))).map((tick) => (
        <g key={tick}>
          <line x1={xOf(tick)} x2={xOf(tick)} y1={LABELS} y2={LABELS + HEIGHT} className="stroke-line" />
          <text
            x={xOf(tick)}
            y={LABELS + HEIGHT + 18}
            textAnchor="middle"
            className="figures fill-(--ink-soft) text-xs"
          >
            {momentText(tick, view)}
          </text>
        </g>
      ))}
      {panes.volts && <PaneAxis pane={panes.volts} unit="V" width={width} />}
      {panes.amps && <PaneAxis pane={panes.amps} unit="A" width={width} />}
    </>
  );
}

function PaneAxis({
  pane,
  unit,
  width,
}: {
  readonly pane: Pane;
  readonly unit: 'V' | 'A';
  readonly width: number;
}) {
  const ticks = ticksOf({ fromS: pane.least, toS: pane.most }, Math.max(2, Math.floor(pane.height / 46)));
  const step = (ticks[1] ?? 1) - (ticks[0] ?? 0);
  const decimals = Math.max(0, Math.min(4, Math.ceil(-Math.log10(step) - 1e-9)));
  return (
    <g>
      {ticks.map((tick) => {
        const y = LABELS + yIn(pane, tick);
        return (
          <g key={tick}>
            <line x1={LEFT} x2={width - RIGHT} y1={y} y2={y} className="stroke-line" />
            <text x={LEFT - 6} y={y + 4} textAnchor="end" className="figures fill-(--ink-soft) text-xs">
              {tick.toFixed(decimals).replace('-', '−')}
            </text>
          </g>
        );
      })}
      <text
        x={8}
        y={LABELS + pane.top + 14}
        className={`text-sm font-semibold ${unit === 'V' ? 'fill-harbour' : 'fill-(--focus)'}`}
      >
        {unit}
      </text>
    </g>
  );
}
