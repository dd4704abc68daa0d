'use client';

import NextLink from 'next/link';
import { useRef } from 'react';
import { goOnceItAnswers, isDoubtful } from './page-answers';

/**
 * A link to one of our pages, which is fetched when it is pressed. Every page is made for whoever asks, when they ask: what could be fetched
 * ahead is only its frame, at a request or two for every link in sight, forty of them on the Floor of a busy shop. Where nothing answers, the
 * page that stands stays.
 */
export function Link(link: Omit<React.ComponentProps<typeof NextLink>, 'ref' | 'onNavigate' | 'prefetch'>) {
  const anchor = useRef<HTMLAnchorElement>(null);
  return (
    <NextLink
      {...link}
      ref={anchor}
      prefetch={false}
      onNavigate={(event) => {
        const link = anchor.current;
        if (!link || !isDoubtful()) return;
        event.preventDefault();
        void goOnceItAnswers(link.href, () => link.click());
      }}
    />
  );
}
