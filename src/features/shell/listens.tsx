'use client';

import { useEffect } from 'react';

/**
 * Says on the document that the page takes what is pressed: until then it is a picture of itself, as the server
 * drew it. What drives the application from outside waits for this before it presses anything.
 */
export function Listens() {
  useEffect(() => {
    document.documentElement.dataset.listens = '';
  }, []);
  return null;
}
