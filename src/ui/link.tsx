import NextLink from 'next/link';

/**
 * A link to one of our pages, which is fetched when it is pressed. Every page is made for whoever asks, when they ask: what could be fetched
 * ahead is only its frame, at a request or two for every link in sight, forty of them on the Floor of a busy shop.
 */
export function Link(link: React.ComponentProps<typeof NextLink>) {
  return <NextLink prefetch={false} {...link} />;
}
