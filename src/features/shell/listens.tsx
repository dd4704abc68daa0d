'use client';

import { useEffect } from 'react';
import { takeUpWhatWasDone } from './take-up';

/**
 * Says on the document that the page takes what is pressed: until then it is a picture of itself, as the server
 * drew it, and what is done to the picture is taken up here. What drives the application from outside waits for this before it presses anything.
 */
export function Listens() {
  useEffect(() => {
    takeUpWhatWasDone();
    document.documentElement.dataset.listens = '';
  }, []);
  return null;
}
