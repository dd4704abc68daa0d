'use client';

import { useEffect, useRef, useState } from 'react';
import { tagKey } from '@/core/battery/battery';
import type { LotRow } from '@/core/exchange/arrival-views';
import type { KnownBatteries } from '@/core/exchange/import/import-reader';
import type { KnownBattery } from '@/core/exchange/import/known-battery';
import { send } from '@/ui/api';

const PAUSE_MS = 350;

/** The registered batteries among the tags of a rack, looked up once a tag stands still for a moment. */
export function useKnown(rows: readonly LotRow[]): KnownBatteries {
  const [known, setKnown] = useState<KnownBatteries>(() => new Map());
  const asked = useRef(new Set<string>());
  useEffect(() => {
    const look = async () => {
      const tags = rows.map(({ tag = '' }) => tagKey(tag));
      const keys = [...new Set(tags)].filter((key) => key !== '' && !asked.current.has(key));
      if (keys.length === 0) return;
      const reply = await send<readonly (readonly [string, KnownBattery])[]>('/api/imports/known', { keys });
      if ('unreachable' in reply || !reply.ok) return;
      for (const key of keys) asked.current.add(key);
      if (reply.value.length > 0) setKnown((before) => new Map([...before, ...reply.value]));
    };
    const timer = setTimeout(look, PAUSE_MS);
    return () => clearTimeout(timer);
  }, [rows]);
  return known;
}
