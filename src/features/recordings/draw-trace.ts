import type { Drawn, DrawnWindow } from '@/core/recording/pyramid';
import { LETTERING } from './trace-room';

/** Where a channel is drawn on the canvas, and between which values. */
export interface Pane {
  readonly top: number;
  readonly height: number;
  readonly least: number;
  readonly most: number;
}

export interface Panes {
  readonly volts: Pane | null;
  readonly amps: Pane | null;
}

const GAP = 14;
const PAD = 0.06;
const VOLTS_SHARE = 0.58;

/** The panes of a window: each channel between its own values, with a little room; in the space that there is. */
export function panesOf(windows: readonly DrawnWindow[], height: number): Panes {
  const bounds = (channel: 'volts' | 'amps') => {
    let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
    for (const window of windows) {
      const drawn = window[channel];
      if (!drawn) continue;
      for (let at = 0; at < drawn.low.length; at++) {
        const [low, high] = [drawn.low[at] ?? Number.NaN, drawn.high[at] ?? Number.NaN];
        if (low < least) least = low;
        if (high > most) most = high;
      }
    }
    if (!(most >= least)) return null;
    const room = Math.max((most - least) * PAD, channel === 'volts' ? 0.02 : 0.2);
    return { least: least - room, most: most + room };
  };
  const [volts, amps] = [bounds('volts'), bounds('amps')];
  const room = height - LETTERING;
  const above = volts && amps ? (room - GAP) * VOLTS_SHARE : room;
  const begun = volts ? above + GAP : 0;
  return {
    volts: volts && { top: LETTERING, height: above, ...volts },
    amps: amps && { top: LETTERING + begun, height: room - begun, ...amps },
  };
}

/** Where a value stands in a pane. */
export const yIn = ({ top, height, least, most }: Pane, value: number) =>
  top + height * (1 - (value - least) / (most - least));

/** How a channel is drawn: where each of its columns stands, in which colour, dashed or not. */
export interface Stroke {
  readonly xOf: (column: number) => number;
  readonly colour: string;
  readonly dash: readonly number[];
}

/** Draws a channel: each column from its lowest to its highest, joined to the one before; few samples as a line. */
export function drawChannel(
  context: CanvasRenderingContext2D,
  drawn: Drawn,
  pane: Pane,
  { xOf, colour, dash }: Stroke,
): void {
  context.strokeStyle = colour;
  context.lineWidth = 1.6;
  context.lineJoin = 'round';
  context.setLineDash([...dash]);
  context.beginPath();
  let last = Number.NaN;
  for (let column = 0; column < drawn.low.length; column++) {
    const [low, high] = [drawn.low[column] ?? Number.NaN, drawn.high[column] ?? Number.NaN];
    if (Number.isNaN(low)) continue;
    const x = xOf(column + 0.5);
    const [bottom, top] = [yIn(pane, low), yIn(pane, high)];
    if (Number.isNaN(last)) context.moveTo(x, top);
    // The nearer end first, so that a swing is not drawn twice.
    const topFirst = Math.abs(last - top) < Math.abs(last - bottom);
    context.lineTo(x, topFirst ? top : bottom);
    if (bottom - top > 0.5) context.lineTo(x, topFirst ? bottom : top);
    last = topFirst ? bottom : top;
  }
  context.stroke();
  context.setLineDash([]);
}
