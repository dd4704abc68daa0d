import { type PointerEvent, useEffect, useRef } from 'react';

interface Moves {
  readonly onPan: (pixels: number) => void;
  /** So many times as long, around a place. */
  readonly onZoom: (times: number, x: number) => void;
}

const WHEEL = 1.0016;

/** One finger or the mouse pans, two pinch, the wheel zooms. */
export function usePointers({ onPan, onZoom }: Moves) {
  const held = useRef(new Map<number, number>());
  const moves = useRef({ onPan, onZoom });
  moves.current = { onPan, onZoom };
  const element = useRef<HTMLDivElement | null>(null);
  useEffect(() => {
    const here = element.current;
    if (!here) return;
    // A wheel over the picture is for the picture, not for the page: that can only be said outside of React.
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      const x = event.clientX - here.getBoundingClientRect().left;
      if (Math.abs(event.deltaX) > Math.abs(event.deltaY)) moves.current.onPan(-event.deltaX);
      else moves.current.onZoom(WHEEL ** event.deltaY, x);
    };
    here.addEventListener('wheel', onWheel, { passive: false });
    return () => here.removeEventListener('wheel', onWheel);
  }, []);
  const xOf = (event: PointerEvent<HTMLDivElement>) =>
    event.clientX - event.currentTarget.getBoundingClientRect().left;
  return {
    ref: element,
    onPointerDown: (event: PointerEvent<HTMLDivElement>) => {
      held.current.set(event.pointerId, xOf(event));
      event.currentTarget.setPointerCapture(event.pointerId);
    },
    onPointerMove: (event: PointerEvent<HTMLDivElement>) => {
      const before = held.current.get(event.pointerId);
      if (before === undefined) return;
      const now = xOf(event);
      const other = [...held.current].find(([id]) => id !== event.pointerId)?.[1];
      held.current.set(event.pointerId, now);
      if (other === undefined) moves.current.onPan(now - before);
      else if (Math.abs(now - other) > 4)
        moves.current.onZoom(Math.abs(before - other) / Math.abs(now - other), (now + other) / 2);
    },
    onPointerUp: (event: PointerEvent<HTMLDivElement>) => held.current.delete(event.pointerId),
    onPointerCancel: (event: PointerEvent<HTMLDivElement>) => held.current.delete(event.pointerId),
  };
}
