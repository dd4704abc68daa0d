import { clsx } from 'clsx';
import { useRef } from 'react';
import type { Span } from '@/core/recording/recording';

interface Props {
  readonly x: number;
  readonly top: number;
  readonly bottom: number;
  readonly label: string;
  readonly text: string;
  readonly value: number;
  readonly bounds: Span;
  readonly tone: 'mark' | 'cursor';
  /** How far one press of an arrow moves it, s. */
  readonly step: number;
  readonly momentAt: (x: number) => number;
  /** Null where it stands fast. */
  readonly onMove: ((atS: number) => void) | null;
}

/** A line over a recording that is moved by hand: dragged, or by arrows, ten times as far with shift. */
export function TraceHandle({
  x,
  top,
  bottom,
  label,
  text,
  value,
  bounds,
  tone,
  step,
  momentAt,
  onMove,
}: Props) {
  const held = useRef(false);
  const line = tone === 'mark' ? 'border-(--ink-soft)' : 'border-(--focus)';
  const within = (atS: number) => Math.min(bounds.toS, Math.max(bounds.fromS, atS));
  if (!onMove)
    return (
      <div
        aria-hidden="true"
        className={clsx('pointer-events-none absolute border-l', line)}
        style={{ left: x, top, height: bottom - top }}
      >
        <Tag text={text} tone={tone} />
      </div>
    );
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuemin={bounds.fromS}
      aria-valuemax={bounds.toS}
      aria-valuenow={value}
      className="group absolute w-5 -translate-x-1/2 cursor-ew-resize touch-none"
      style={{ left: x, top, height: bottom - top }}
      onKeyDown={(event) => {
        const times = event.shiftKey ? 10 : 1;
        const by = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
        if (by === 0) return;
        event.preventDefault();
        event.stopPropagation();
        onMove(within(value + by * times * step));
      }}
      onPointerDown={(event) => {
        held.current = true;
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
      }}
      onPointerMove={(event) => {
        const parent = event.currentTarget.parentElement;
        if (!held.current || !parent) return;
        onMove(within(momentAt(event.clientX - parent.getBoundingClientRect().left)));
      }}
      onPointerUp={() => {
        held.current = false;
      }}
    >
      <div
        className={clsx(
          'absolute inset-y-0 left-1/2 border-l group-hover:border-l-2 group-focus:border-l-2',
          line,
        )}
      />
      <Tag text={text} tone={tone} />
    </div>
  );
}

function Tag({ text, tone }: { readonly text: string; readonly tone: Props['tone'] }) {
  if (text === '') return null;
  return (
    <span
      className={clsx(
        'absolute top-0 left-1/2 -translate-x-1/2 rounded-sm px-1 text-xs whitespace-nowrap',
        tone === 'mark' ? 'bg-sunk text-ink' : 'bg-(--focus) text-(--sheet)',
      )}
    >
      {text}
    </span>
  );
}
