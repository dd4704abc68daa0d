'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { Marks } from '@/core/recording/marks';
import type { DrawnWindow } from '@/core/recording/pyramid';
import type { Span } from '@/core/recording/recording';
import { Button } from '@/ui/button';
import { useWidth } from '@/ui/charts/use-width';
import type { ExaminedThere } from '@/workers/recording.messages';
import type { RecordingDesk } from '@/workers/recording-desk';
import { CursorReadout, type Cursors, useBetween } from './cursor-readout';
import { drawChannel, type Pane, type Panes, panesOf, yIn } from './draw-trace';
import { bandsOf, type Handle, handlesOf } from './mark-facts';
import { TraceHandle } from './trace-handle';
import { usePointers } from './use-pointers';
import { momentText, panned, ticksOf, zoomed } from './view-window';

const HEIGHT = 430;
const LEFT = 58;
const RIGHT = 10;
const LABELS = 30;
const AXIS = 26;

/** Another recording laid over this one: shifted so that both are cranked at the same moment. */
export interface Overlay {
  readonly desk: RecordingDesk;
  readonly name: string;
  /** Added to its moments they are of this recording, s. */
  readonly shiftS: number;
}

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
      <Keys
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

function Keys({
  view,
  whole,
  onView,
  crank,
  measuring,
  onMeasure,
}: {
  readonly view: Span;
  readonly whole: Span;
  readonly onView: (view: Span) => void;
  readonly crank: Span | null;
  readonly measuring: boolean;
  readonly onMeasure: () => void;
}) {
  const middle = (view.fromS + view.toS) / 2;
  return (
    <div className="no-print flex flex-wrap items-center gap-2">
      <Button onClick={() => onView(whole)}>All of it</Button>
      {crank && <Button onClick={() => onView(crank)}>The start</Button>}
      <Button onClick={() => onView(zoomed(view, 0.5, middle, whole))} aria-label="Closer">
        +
      </Button>
      <Button onClick={() => onView(zoomed(view, 2, middle, whole))} aria-label="Further">
        −
      </Button>
      <Button onClick={() => onView(panned(view, -0.5, whole))} aria-label="Earlier">
        ←
      </Button>
      <Button onClick={() => onView(panned(view, 0.5, whole))} aria-label="Later">
        →
      </Button>
      <Button onClick={onMeasure} aria-pressed={measuring}>
        Measure between
      </Button>
      <span className="figures ml-auto text-sm text-soft">
        {momentText(view.fromS, view)} to {momentText(view.toS, view)}
      </span>
    </div>
  );
}

/** Draws what is in sight, the newest question only, once a frame. */
function useDrawn({
  desk,
  overlay,
  view,
  columns,
}: {
  readonly desk: RecordingDesk;
  readonly overlay: Overlay | null;
  readonly view: Span;
  readonly columns: number;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [windows, setWindows] = useState<
    readonly { readonly desk: RecordingDesk; readonly window: DrawnWindow }[]
  >([]);
  const asked = useRef({ isBusy: false, next: null as (() => void) | null });
  const fetchWindows = useCallback(async () => {
    const one = await desk.ask('window', { ...view, columns });
    const shift = overlay?.shiftS ?? 0;
    const other = overlay
      ? await overlay.desk.ask('window', { fromS: view.fromS - shift, toS: view.toS - shift, columns })
      : null;
    if (!one.ok) return;
    setWindows([
      { desk, window: one.value },
      ...(other?.ok && overlay ? [{ desk: overlay.desk, window: other.value }] : []),
    ]);
  }, [desk, overlay, view, columns]);
  useEffect(() => {
    const { current } = asked;
    const run = async () => {
      current.isBusy = true;
      await fetchWindows();
      current.isBusy = false;
      const { next } = current;
      current.next = null;
      next?.();
    };
    // While one is on its way only the newest waits: a hand that pans is never behind by more than one.
    if (current.isBusy) current.next = () => void run();
    else void run();
  }, [fetchWindows]);
  const panes = panesOf(
    windows.map(({ window }) => window),
    HEIGHT,
  );
  useEffect(() => {
    const element = canvas.current;
    const context = element?.getContext('2d');
    if (!element || !context) return;
    const paint = () => {
      const scale = window.devicePixelRatio || 1;
      element.width = columns * scale;
      element.height = HEIGHT * scale;
      context.scale(scale, scale);
      context.clearRect(0, 0, columns, HEIGHT);
      const style = getComputedStyle(element);
      const probe = (name: string) => resolved(element, name, style);
      for (const [at, { window: drawn }] of [...windows.entries()].reverse()) {
        const dash = at > 0 ? [5, 4] : [];
        if (drawn.volts && panes.volts)
          drawChannel(context, drawn.volts, panes.volts, probe(at > 0 ? '--ink-soft' : '--harbour'), dash);
        if (drawn.amps && panes.amps)
          drawChannel(context, drawn.amps, panes.amps, probe(at > 0 ? '--ink-soft' : '--focus'), dash);
      }
    };
    paint();
    const observer = new MutationObserver(paint);
    observer.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] });
    return () => observer.disconnect();
  }, [windows, panes, columns]);
  const drawnOf = (of: RecordingDesk) => windows.some((one) => one.desk === of);
  return { canvas, panes, drawnOf };
}

/** A colour of the theme as a canvas takes it. */
function resolved(element: HTMLElement, name: string, style: CSSStyleDeclaration): string {
  const before = element.style.color;
  element.style.color = `var(${name})`;
  const colour = style.color;
  element.style.color = before;
  return colour;
}

function Axes({
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
