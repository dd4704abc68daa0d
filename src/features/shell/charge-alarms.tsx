'use client';

import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import type { ChargeAlarm } from '@/core/exchange/room-views';
import { fetchAnswer } from '@/ui/api';
import { later } from '@/ui/later';

// Most days no battery grows too hot.
const bar = later(() => import('./alarm-bar').then((sounding) => sounding.AlarmBar));
const AlarmBar = dynamic(bar, { loading: () => null });

/** It is asked so often, ms: a battery warms by the minute. */
const ASKED_EVERY_MS = 10_000;

/** On every screen: a battery that is too hot on its charger, until somebody has heard it here. */
export function ChargeAlarms() {
  const alarms = useAlarms();
  // There before it is needed: an alarm waits for nothing.
  useEffect(() => void bar(), []);
  return alarms.length > 0 && <AlarmBar alarms={alarms} />;
}

function useAlarms(): readonly ChargeAlarm[] {
  const [alarms, setAlarms] = useState<readonly ChargeAlarm[]>([]);
  useEffect(() => {
    let gone = false;
    const ask = async () => {
      if (document.visibilityState === 'hidden') return;
      const reply = await fetchAnswer<readonly ChargeAlarm[]>('/api/room/alarms');
      if (!gone && !('unreachable' in reply) && reply.ok) setAlarms(reply.value);
    };
    void ask();
    const timer = setInterval(() => void ask(), ASKED_EVERY_MS);
    return () => {
      gone = true;
      clearInterval(timer);
    };
  }, []);
  return alarms;
}
