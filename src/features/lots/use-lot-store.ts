'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { LotRecord, LotRow } from '@/core/exchange/arrival-views';
import { USED_COLUMNS, type UsedColumn } from '@/core/exchange/readings-csv/columns';
import { isRecord } from '@/core/quantity/record';
import { send } from '@/ui/api';

/** Where what was typed stands: with the server, on its way, kept here until the server answers, or overtaken. */
export type LotStoreState = 'stored' | 'storing' | 'waiting' | 'overtaken';

/** A rack as this browser holds it, and the revision that it was typed on. */
export interface Kept {
  readonly name: string;
  readonly rows: readonly LotRow[];
  readonly seenRevision: number;
}

const keyOf = (id: string) => `integra:lot:${id}`;

/** Typing is sent once it pauses; an unanswered send is tried again. */
const PAUSE_MS = 400;
const AGAIN_MS = 2500;

/** What this browser still holds of a rack that the server has not taken; null where it has taken everything. */
export function unsentOf(id: string): Kept | null {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(keyOf(id)) ?? 'null');
    return isKept(kept) ? { ...kept, rows: kept.rows.map(cellsOf) } : null;
  } catch {
    return null;
  }
}

function isKept(kept: unknown): kept is Kept {
  return (
    isRecord(kept) &&
    typeof kept.name === 'string' &&
    typeof kept.seenRevision === 'number' &&
    Array.isArray(kept.rows) &&
    kept.rows.every(isRecord)
  );
}

/** What a row can hold: a column that an earlier version had would keep the whole rack from being stored. */
const cellsOf = (row: LotRow): LotRow =>
  Object.fromEntries(USED_COLUMNS.flatMap((column) => cellOf(column, row[column])));

const cellOf = (column: UsedColumn, cell: unknown) => (typeof cell === 'string' ? [[column, cell]] : []);

/** Forgets what this browser held: it has been put into the rack, or nobody wants it. */
export function dropUnsent(id: string): void {
  keep(id, null);
}

function keep(id: string, kept: Kept | null): void {
  try {
    if (kept) localStorage.setItem(keyOf(id), JSON.stringify(kept));
    else localStorage.removeItem(keyOf(id));
  } catch {
    // Without storage a reload during an outage loses what was not sent; what is on screen is sent all the same.
  }
}

/** Keeps a rack with the server as it is typed, and in the browser until the server has it. */
export function useLotStore(lot: LotRecord) {
  const [state, setState] = useState<LotStoreState>('stored');
  const revision = useRef(lot.revision);
  const pending = useRef<{ name: string; rows: readonly LotRow[] } | null>(null);
  const overtaken = useRef(false);
  const sending = useRef<Promise<void> | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);

  const flush = useCallback(async (): Promise<void> => {
    clearTimeout(timer.current);
    if (sending.current) await sending.current;
    const now = pending.current;
    if (!now) return;
    pending.current = null;
    const change = { id: lot.id, ...now, seenRevision: revision.current };
    keep(lot.id, change);
    if (overtaken.current) return;
    sending.current = (async () => {
      setState('storing');
      const reply = await send<{ revision: number }>(`/api/lots/${lot.id}`, change, { method: 'PUT' });
      if ('unreachable' in reply || (!reply.ok && reply.failure === 'store')) {
        pending.current ??= now;
        setState('waiting');
        timer.current = setTimeout(flush, AGAIN_MS);
      } else if (!reply.ok) {
        // What was typed stays in the browser and is offered when the rack is opened again.
        overtaken.current = true;
        setState('overtaken');
      } else {
        revision.current = reply.value.revision;
        if (!pending.current) keep(lot.id, null);
        setState('stored');
      }
    })();
    await sending.current;
    sending.current = null;
  }, [lot.id]);

  const save = useCallback(
    (name: string, rows: readonly LotRow[]) => {
      pending.current = { name, rows };
      if (!overtaken.current) setState('storing');
      clearTimeout(timer.current);
      timer.current = setTimeout(flush, PAUSE_MS);
    },
    [flush],
  );

  // A page that is closed in mid-pause keeps what was typed; the next one to open the rack sends it.
  useEffect(() => {
    const leave = () => {
      if (pending.current) keep(lot.id, { ...pending.current, seenRevision: revision.current });
      void flush();
    };
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      leave();
    };
  }, [flush, lot.id]);

  const seenRevision = useCallback(() => revision.current, []);
  return { state, save, flush, seenRevision };
}
