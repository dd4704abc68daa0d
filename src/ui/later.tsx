import type { ComponentType } from 'react';
import { Button } from './button';

/**
 * A part of a screen that is fetched when it is called for. One that does not come says so in its place: it would otherwise
 * take the whole screen with it, and what is typed there.
 */
export function later<P>(load: () => Promise<ComponentType<P>>): () => Promise<ComponentType<P>> {
  return () => load().catch(() => DidNotCome);
}

// A browser that once failed to fetch a part does not try again before the page is loaded anew.
export function DidNotCome() {
  return (
    <div role="status" className="grid justify-items-start gap-2 py-2">
      <p>This part did not come: there was no link. What was captured is kept.</p>
      <Button onClick={() => window.location.reload()}>Load the page again, once there is a link</Button>
    </div>
  );
}
