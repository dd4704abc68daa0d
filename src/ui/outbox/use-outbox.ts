'use client';

import { useSyncExternalStore } from 'react';
import { theOutbox } from './browser-outbox';
import type { OutboxState } from './outbox';

const NOTHING: OutboxState = { unsent: [], keeping: 'kept', trouble: null };
const nothing = () => NOTHING;

/** What of this browser's captures is not acknowledged yet, on whatever screen. */
export function useOutbox(): OutboxState {
  return useSyncExternalStore(subscribe, snapshot, nothing);
}

const subscribe = (listener: () => void) => theOutbox().subscribe(listener);
const snapshot = () => theOutbox().snapshot();
