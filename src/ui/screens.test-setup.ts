import { configure } from '@testing-library/react';

// How long to look for what a screen is about to show before giving up: long enough for a loaded machine, and shorter
// than a test may take, so that it says what it waited for.
configure({ asyncUtilTimeout: 60_000 });

/** The page that stands in for a browser's measures nothing: whoever watches a size is told of none. */
class NoObserver {
  observe() {}
  unobserve() {}
  disconnect() {}
}

Object.assign(globalThis, { ResizeObserver: NoObserver });
