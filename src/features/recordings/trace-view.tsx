'use client';

import { useEffect, useState } from 'react';
import type { Marks } from '@/core/recording/marks';
import type { Span } from '@/core/recording/recording';
import { useWidth } from '@/ui/charts/use-width';
import type { ExaminedThere } from '@/workers/recording.messages';
import type { RecordingDesk } from '@/workers/recording-desk';
import { CursorReadout, type Cursors, useBetween } from './cursor-readout';
import { bandsOf, type Handle, handlesOf } from './mark-facts';
import { Axes } from './trace-axes';
import { TraceHandle } from './trace-handle';
import { TraceKeys } from './trace-keys';
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
  const isIn = (atS: number) => atS >= view.fromS && atS <= view.toS;
  const read = useBetween(desk, measuring);
  const perPixel = (view.toS - view.fromS) / columns;
  const handles = handlesOf(marks);
  const texts = textsOf(
    handles.filter(({ atS }) => isIn(atS)),
    xOf,
  );
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
          {bandsOf(marks)
            .filter(({ span }) => span.toS > view.fromS && span.fromS < view.toS)
            .map(({ name, label: said, span }) => {
              const [from, to] = [Math.max(LEFT, xOf(span.fromS)), Math.min(LEFT + columns, xOf(span.toS))];
              return (
                <g key={name}>
                  <rect
                    x={from}
                    y={LABELS}
                    width={Math.max(1, to - from)}
                    height={HEIGHT}
                    className="fill-harbour opacity-[0.07]"
                  />
                  {to - from > 7.5 * said.length && (
                    <text
                      x={(from + to) / 2}
                      y={LABELS + 14}
                      textAnchor="middle"
                      className="fill-(--ink-soft) text-xs"
                    >
                      {said}
                    </text>
                  )}
                </g>
              );
            })}
          <Axes view={view} panes={panes} width={width} columns={columns} xOf={xOf} />
        </svg>
        {handles
          .filter(({ atS }) => isIn(atS))
          .map((handle, at) => (
            <TraceHandle
              key={handle.id}
              x={xOf(handle.atS)}
              top={handle.short === '' ? LABELS : 4 + (at % 2) * 12}
              bottom={LABELS + HEIGHT}
              label={`${handle.label}, ${momentText(handle.atS, view)}`}
              text={texts.get(handle.id) ?? ''}
              value={handle.atS}
              bounds={whole}
              tone="mark"
              step={2 * perPixel}
              momentAt={momentAt}
              onMove={onMarks && ((atS) => onMarks(handle.moved(marks, atS)))}
            />
          ))}
        {measuring &&
          (['oneS', 'otherS'] as const).map((end) => (
            <TraceHandle
              key={end}
              x={Math.min(LEFT + columns, Math.max(LEFT, xOf(measuring[end])))}
              top={LABELS - 2}
              bottom={LABELS + HEIGHT}
              label={`Cursor ${end === 'oneS' ? 'A' : 'B'}, ${momentText(measuring[end], view)}`}
              text={end === 'oneS' ? 'A' : 'B'}
              value={measuring[end]}
              bounds={whole}
              tone="cursor"
              step={2 * perPixel}
              momentAt={momentAt}
              onMove={(atS) => setMeasuring({ ...measuring, [end]: atS })}
            />
          ))}
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

/** What is written over lines: where two stand so near that they would cover each other, only the first. */
function textsOf(handles: readonly Handle[], xOf: (atS: number) => number): ReadonlyMap<string, string> {
  let last = Number.NEGATIVE_INFINITY;
  const texts = new Map<string, string>();
  for (const { id, short, atS } of [...handles].sort((one, other) => one.atS - other.atS)) {
    if (short === '' || xOf(atS) - last < LEAST_APART) continue;
    texts.set(id, short);
    last = xOf(atS);
  }
  return texts;
}

const LEAST_APART = 46;

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
