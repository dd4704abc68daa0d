'use client';

import { type RefObject, useEffect, useRef, useState } from 'react';

/**
 * The width that a drawing is given, px, so that its lettering keeps its size on any screen. It begins with a guess,
 * which the first paint is drawn with.
 */
export function useWidth(guess: number): readonly [RefObject<HTMLDivElement | null>, number] {
  const frame = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(guess);
  useEffect(() => {
    const element = frame.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => {
      const measured = Math.round(entry?.contentRect.width ?? 0);
      if (measured > 0) setWidth(measured);
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [frame, width];
}
