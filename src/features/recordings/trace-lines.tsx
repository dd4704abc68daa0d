import type { Marks } from '@/core/recording/marks';
import type { Span } from '@/core/recording/recording';
import type { Cursors } from './cursor-readout';
import { bandsOf, type Handle, handlesOf } from './mark-facts';
import { TraceHandle } from './trace-handle';
import { HEIGHT, LABELS, LEFT } from './trace-room';
import { momentText } from './view-window';

/** What is in sight, and where its moments stand. */
export interface Scene {
  readonly view: Span;
  readonly whole: Span;
  readonly columns: number;
  readonly xOf: (atS: number) => number;
  readonly momentAt: (x: number) => number;
}

/** The stretches that something is read off over, shaded. */
export function Bands({
  marks,
  view,
  columns,
  xOf,
}: { readonly marks: Marks } & Pick<Scene, 'view' | 'columns' | 'xOf'>) {
  const shown = bandsOf(marks)
    .filter(({ span }) => span.toS > view.fromS && span.fromS < view.toS)
    .map(({ name, label, span }) => ({
      name,
      label,
      from: Math.max(LEFT, xOf(span.fromS)),
      to: Math.min(LEFT + columns, xOf(span.toS)),
    }));
  return shown.map(({ name, label, from, to }) => {
    // Where another begins inside of it, its name stands before that one.
    const inside = shown.filter((other) => other.from > from && other.from < to);
    const until = Math.min(to, ...inside.map((other) => other.from));
    return (
      <g key={name}>
        <rect
          x={from}
          y={LABELS}
          width={Math.max(1, to - from)}
          height={HEIGHT}
          className="fill-harbour opacity-[0.07]"
        />
        {until - from > SIGN * label.length && (
          <text
            x={(from + until) / 2}
            y={LABELS + 14}
            textAnchor="middle"
            className="fill-(--ink-soft) text-xs"
          >
            {label}
          </text>
        )}
      </g>
    );
  });
}

/** The width of a sign of a label, px. */
const SIGN = 7.5;

/** The lines of what was found, to be moved by hand where somebody may. */
export function MarkLines({
  marks,
  onMarks,
  scene: { view, whole, columns, xOf, momentAt },
}: {
  readonly marks: Marks;
  readonly onMarks: ((marks: Marks) => void) | null;
  readonly scene: Scene;
}) {
  const shown = handlesOf(marks).filter(({ atS }) => atS >= view.fromS && atS <= view.toS);
  const texts = textsOf(shown, xOf);
  return shown.map((handle, at) => (
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
      step={stepIn(view, columns)}
      momentAt={momentAt}
      onMove={onMarks && ((atS) => onMarks(handle.moved(marks, atS)))}
    />
  ));
}

/** The two cursors between which something is measured. */
export function CursorLines({
  cursors,
  onCursors,
  scene: { view, whole, columns, xOf, momentAt },
}: {
  readonly cursors: Cursors;
  readonly onCursors: (cursors: Cursors) => void;
  readonly scene: Scene;
}) {
  return (['oneS', 'otherS'] as const).map((end) => (
    <TraceHandle
      key={end}
      x={Math.min(LEFT + columns, Math.max(LEFT, xOf(cursors[end])))}
      top={LABELS - 2}
      bottom={LABELS + HEIGHT}
      label={`Cursor ${end === 'oneS' ? 'A' : 'B'}, ${momentText(cursors[end], view)}`}
      text={end === 'oneS' ? 'A' : 'B'}
      value={cursors[end]}
      bounds={whole}
      tone="cursor"
      step={stepIn(view, columns)}
      momentAt={momentAt}
      onMove={(atS) => onCursors({ ...cursors, [end]: atS })}
    />
  ));
}

/** How far an arrow moves a line: two pixels. */
const stepIn = ({ fromS, toS }: Span, columns: number) => (2 * (toS - fromS)) / columns;

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
