'use client';

import { useEffect, useState } from 'react';
import type { Marks } from '@/core/recording/marks';
import type { Span } from '@/core/recording/recording';
import { useWidth } from '@/ui/charts/use-width';
import type { ExaminedThere } from '@/workers/recording.messages';
import type { RecordingDesk } from '@/workers/recording-desk';
import { CursorReadout, type Cursors, useBetween } from './cursor-readout';
import { Axes } from './trace-axes';
import { TraceKeys } from './trace-keys';
import { Bands, CursorLines, MarkLines, type Scene } from './trace-lines';
import { AXIS, HEIGHT, LABELS, LEFT, RIGHT } from './trace-room';
import { type Overlay, useDrawn } from './use-drawn';
import { usePointers } from './use-pointers';
import { momentText, panned, zoomed } from './view-window';

interface Props {
  readonly desk: RecordingDesk;
  readonly examined: ExaminedThere;
  /** Null where nobody may move anything. */
  readonly onMarks: ((marks: Marks) => void) | null;
  readonly overlay?: Overlay | null;
  readonly label: string;
  /** A stretch to be shown, whenever another is asked for. */
  readonly shown?: Span | null;
}

/** A recording: voltage and current over one time, at any zoom, with what was found marked in it. */
export function TraceView({ desk, examined, onMarks, overlay = null, label, shown = null }: Props) {
  const { span: whole, marks } = examined;
  const [frame, width] = useWidth(900);
  const columns = Math.max(60, width - LEFT - RIGHT);
  const [view, setView] = useState<Span>(() => shown ?? firstView(examined));
  const [measuring, setMeasuring] = useState<Cursors | null>(null);
  useEffect(() => {
    if (shown) setView(shown);
  }, [shown]);
  const { canvas, panes, drawnOf } = useDrawn({ desk, overlay, view, columns });
  const momentAt = (x: number) => view.fromS + ((x - LEFT) / columns) * (view.toS - view.fromS);
  const surface = usePointers({
    onPan: (pixels) => setView((now) => panned(now, -pixels / columns, whole)),
    onZoom: (times, x) => setView((now) => zoomed(now, times, momentAt(x), whole)),
  });
  const xOf = (atS: number) => LEFT + ((atS - view.fromS) / (view.toS - view.fromS)) * columns;
  const read = useBetween(desk, measuring);
  const scene: Scene = { view, whole, columns, xOf, momentAt };
  return (
    <figure aria-label={label} className="grid gap-2">
      <TraceKeys
        view={view}
        whole={whole}
        onView={setView}
        crank={crankOf(examined)}
        measuring={measuring !== null}
        onMeasure={() =>
          setMeasuring(
            measuring
              ? null
              : {
                  oneS: view.fromS + 0.3 * (view.toS - view.fromS),
                  otherS: view.fromS + 0.6 * (view.toS - view.fromS),
                },
          )
        }
      />
      <div
        ref={frame}
        className="sheet relative touch-none overflow-hidden select-none"
        style={{ height: LABELS + HEIGHT + AXIS }}
      >
        <div
          {...surface}
          role="slider"
          aria-valuemin={whole.fromS}
          aria-valuemax={whole.toS}
          aria-valuenow={(view.fromS + view.toS) / 2}
          aria-valuetext={`${momentText(view.fromS, view)} to ${momentText(view.toS, view)}`}
          tabIndex={0}
          aria-label={`${label}: arrows pan, plus and minus zoom, 0 shows all of it`}
          className="absolute inset-0 cursor-grab active:cursor-grabbing"
          onKeyDown={(event) => {
            const next = byKey(event.key, view, whole);
            if (!next) return;
            event.preventDefault();
            setView(next);
          }}
        >
          <canvas
            ref={canvas}
            className="absolute"
            style={{ left: LEFT, top: LABELS, width: columns, height: HEIGHT }}
          />
        </div>
        <svg
          aria-hidden="true"
          className="pointer-events-none absolute inset-0"
          width={width}
          height={LABELS + HEIGHT + AXIS}
        >
          <Bands marks={marks} view={view} columns={columns} xOf={xOf} />
          <Axes view={view} panes={panes} width={width} columns={columns} xOf={xOf} />
        </svg>
        <MarkLines marks={marks} onMarks={onMarks} scene={scene} />
        {measuring && <CursorLines cursors={measuring} onCursors={setMeasuring} scene={scene} />}
      </div>
      {measuring && <CursorReadout cursors={measuring} between={read} />}
      {overlay && drawnOf(overlay.desk) && (
        <figcaption className="flex flex-wrap gap-x-6 text-sm text-soft">
          <span>solid: this one</span>
          <span>dashed: {overlay.name}, cranked at the same moment</span>
        </figcaption>
      )}
    </figure>
  );
}

/** Begins at the first start, with what leads up to it; at the whole where nothing was cranked. */
function firstView(examined: ExaminedThere): Span {
  const { span } = examined;
  const crank = crankOf(examined);
  return crank && span.toS - span.fromS > 3 * (crank.toS - crank.fromS) ? crank : span;
}

function crankOf({ marks, span, cranks }: ExaminedThere): Span | null {
  const { onsetS, startS } = marks;
  if (onsetS === null) return null;
  const end = startS ?? cranks.find((crank) => Math.abs(crank.onsetS - onsetS) < 0.5)?.endS ?? onsetS + 1;
  const room = Math.max(0.3, 0.35 * (end - onsetS));
  return { fromS: Math.max(span.fromS, onsetS - room), toS: Math.min(span.toS, end + 2 * room) };
}

function byKey(key: string, view: Span, whole: Span): Span | null {
  const middle = (view.fromS + view.toS) / 2;
  switch (key) {
    case 'ArrowLeft':
      return panned(view, -0.15, whole);
    case 'ArrowRight':
      return panned(view, 0.15, whole);
    case '+':
    case '=':
      return zoomed(view, 0.7, middle, whole);
    case '-':
      return zoomed(view, 1 / 0.7, middle, whole);
    case '0':
      return whole;
    default:
      return null;
  }
}
