import type { Span } from '@/core/recording/recording';
import { Button } from '@/ui/button';
import { momentText, panned, zoomed } from './view-window';

/** What to show of a recording, for whoever has no wheel; and the cursors. */
export function TraceKeys({
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
