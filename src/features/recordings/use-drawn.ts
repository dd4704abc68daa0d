import { type RefObject, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { DrawnWindow } from '@/core/recording/pyramid';
import type { Span } from '@/core/recording/recording';
import type { RecordingDesk } from '@/workers/recording-desk';
import { drawChannel, panesOf } from './draw-trace';
import { HEIGHT } from './trace-room';

/** Another recording laid over this one: shifted so that both are cranked at the same moment. */
export interface Overlay {
  readonly desk: RecordingDesk;
  readonly name: string;
  /** Added to its moments they are of this recording, s. */
  readonly shiftS: number;
}

/** Draws what is in sight, the newest question only, once a frame. */
export function useDrawn({
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
  const colours = useColours(canvas);
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
  const panes = useMemo(
    () =>
      panesOf(
        windows.map(({ window }) => window),
        HEIGHT,
      ),
    [windows],
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
      for (const [at, { window: drawn }] of [...windows.entries()].reverse()) {
        // What is still on its way is drawn from what is there, where it belongs now.
        const shift = at > 0 ? (overlay?.shiftS ?? 0) : 0;
        const count = drawn.volts?.low.length ?? drawn.amps?.low.length ?? 1;
        const perColumn = (drawn.toS - drawn.fromS) / count;
        const xOf = (column: number) =>
          ((drawn.fromS + shift + column * perColumn - view.fromS) / (view.toS - view.fromS)) * columns;
        const dash = at > 0 ? [5, 4] : [];
        const colourOf = (channel: 'volts' | 'amps') => (at > 0 ? colours.beside : colours[channel]);
        for (const channel of ['volts', 'amps'] as const) {
          const [values, pane] = [drawn[channel], panes[channel]];
          if (values && pane) drawChannel(context, values, pane, { xOf, colour: colourOf(channel), dash });
        }
      }
    };
    paint();
  }, [windows, panes, columns, colours, view, overlay]);
  const drawnOf = (of: RecordingDesk) => windows.some((one) => one.desk === of);
  return { canvas, panes, drawnOf };
}

/** The colours of the theme as a canvas takes them, asked for once a theme. */
function useColours(canvas: RefObject<HTMLCanvasElement | null>) {
  const [colours, setColours] = useState({ volts: '#0d5566', amps: '#b4490f', beside: '#515b60' });
  useEffect(() => {
    const ask = () => {
      const element = canvas.current;
      if (!element) return;
      const style = getComputedStyle(element);
      const of = (name: string) => resolved(element, name, style);
      setColours({ volts: of('--harbour'), amps: of('--focus'), beside: of('--ink-soft') });
    };
    ask();
    const observer = new MutationObserver(ask);
    observer.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] });
    const preference = window.matchMedia('(prefers-color-scheme: dark)');
    preference.addEventListener('change', ask);
    return () => {
      observer.disconnect();
      preference.removeEventListener('change', ask);
    };
  }, [canvas]);
  return colours;
}

/** A colour of the theme as a canvas takes it. */
function resolved(element: HTMLElement, name: string, style: CSSStyleDeclaration): string {
  const before = element.style.color;
  element.style.color = `var(${name})`;
  const colour = style.color;
  element.style.color = before;
  return colour;
}
