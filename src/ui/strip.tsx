'use client';

import { type RefObject, useEffect, useRef } from 'react';

/** What stays in view of the one before, px. */
const MARGIN = 24;

/**
 * Brings the one at hand into view in a strip that is longer than the screen is wide; the page stays where it is.
 * @param here changes whenever another one is at hand: the one that says so with `aria-current`
 */
export function useHereInView(strip: RefObject<HTMLElement | null>, here: string): void {
  useEffect(() => {
    const one = here === '' ? null : strip.current?.querySelector('[aria-current]');
    if (!strip.current || !one) return;
    strip.current.scrollLeft +=
      one.getBoundingClientRect().left - strip.current.getBoundingClientRect().left - MARGIN;
  }, [strip, here]);
}

/** Ways to go, in a strip that shows where one is however narrow the screen. */
export function NavStrip({
  label,
  here,
  className,
  children,
}: {
  readonly label: string;
  readonly here: string;
  readonly className: string;
  readonly children: React.ReactNode;
}) {
  const strip = useRef<HTMLElement>(null);
  useHereInView(strip, here);
  return (
    <nav ref={strip} aria-label={label} className={`no-print flex gap-1 overflow-x-auto ${className}`}>
      {children}
    </nav>
  );
}
