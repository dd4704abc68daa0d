'use client';

import { useEffect, useRef, useState } from 'react';
import { LiveTake } from '@/core/instruments/live-take';
import { formatQuantity } from '@/core/quantity/format';
import { Button } from '@/ui/button';

const SHOWN_EVERY_MS = 200;

/** Records what the instruments say from now on, until it is stopped: then it is read like any file. */
export function RecordLive({
  place,
  onTaken,
}: {
  readonly place: string;
  readonly onTaken: (file: File) => void;
}) {
  const [on, setOn] = useState(false);
  const [told, setTold] = useState({ samples: 0, volts: null as number | null, amps: null as number | null });
  const take = useRef<LiveTake | null>(null);
  useEffect(() => {
    if (!on) return;
    const taking = new LiveTake();
    take.current = taking;
    const begunMs = performance.now();
    const source = new EventSource(`/api/instruments?place=${encodeURIComponent(place)}`);
    source.onmessage = ({ data }) => taking.take(String(data), (performance.now() - begunMs) / 1000);
    const timer = setInterval(() => setTold({ samples: taking.samples, ...taking.latest }), SHOWN_EVERY_MS);
    return () => {
      source.close();
      clearInterval(timer);
    };
  }, [on, place]);
  const stop = () => {
    setOn(false);
    const taken = take.current;
    if (taken && taken.samples > 1)
      onTaken(new File([taken.csv()], 'Recorded live.csv', { type: 'text/csv' }));
  };
  if (!on)
    return (
      <div>
        <Button onClick={() => setOn(true)}>Record from the instruments</Button>
      </div>
    );
  return (
    <div className="sheet flex flex-wrap items-center gap-4 p-4">
      <p role="status" className="figures mr-auto text-lg">
        {told.samples} samples
        {told.volts !== null && ` · ${formatQuantity(told.volts, 'V', { decimals: 2 })}`}
        {told.amps !== null && ` · ${formatQuantity(told.amps, 'A', { decimals: 0 })}`}
        {told.samples === 0 && (
          <span className="text-soft"> · waiting for the instruments to say something</span>
        )}
      </p>
      <Button tone="main" onClick={stop}>
        {told.samples > 1 ? 'Stop, and read it' : 'Stop'}
      </Button>
    </div>
  );
}
