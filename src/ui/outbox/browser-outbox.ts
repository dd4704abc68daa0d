'use client';

import type { StoredRun } from '@/core/exchange/views';
import type { Reading } from '@/core/steps/reading';
import { send } from '../api';
import { clockAheadMs, measureClock } from '../server-clock';
import { browserKeep } from './kept-readings';
import { Outbox } from './outbox';

const CHANNEL = 'integra:outbox';
/** A capture that was not answered after so long is sent again, ms: the server stores it once. */
const ANSWER_MS = 10_000;

let outbox: Outbox | undefined;

/** The outbox of this browser: one a page, all of them on the same readings. */
export function theOutbox(): Outbox {
  outbox ??= begin();
  return outbox;
}

/** Leaves the outbox as a page does that is closed: what it has kept, the next one finds. */
export function leaveOutbox(): void {
  outbox?.stop();
  outbox = undefined;
}

function begin(): Outbox {
  const channel = 'BroadcastChannel' in globalThis ? new BroadcastChannel(CHANNEL) : null;
  let asked = false;
  const made = new Outbox({
    keep: browserKeep,
    send: (reading: Reading) =>
      send<StoredRun>(`/api/runs/${reading.runId}/readings`, reading, { timeoutMs: ANSWER_MS }),
    inTurn,
    tell: () => channel?.postMessage('changed'),
    byServerClock: async (deviceMs) => {
      await measureClock();
      return Math.round(deviceMs - clockAheadMs());
    },
    persist: () => {
      if (asked) return;
      asked = true;
      // Where the browser does not know it, or says no, it keeps what it has for as long as it likes.
      void navigator.storage?.persist?.().catch(() => false);
    },
  });
  if (channel) channel.onmessage = () => void made.look();
  globalThis.addEventListener?.('online', () => void made.look());
  return made;
}

/**
 * One tab sends at a time where the browser can hold a lock (https, or this machine). Elsewhere two may send the same
 * reading, which the server stores once.
 */
async function inTurn(work: () => Promise<void>): Promise<void> {
  if (!navigator.locks) return work();
  await navigator.locks.request(CHANNEL, work);
}
