import { useEffect, useRef, useState } from 'react';
import { writeLine } from '@/core/instruments/line';
import type { DischargeCourse } from '@/core/physics/steady-discharge';
import { formatQuantity } from '@/core/quantity/format';
import { Button } from '@/ui/button';
import { SimulatedTime } from './simulated-time';
import { instrumentName, useLink, useLive } from './use-live';

/** A discharger of this bench: how far it is, and the voltage as it saw it. All null or empty where there is none. */
interface Discharger {
  /** What is written on it, for the reading that it gives. */
  readonly name: string | null;
  readonly minutes: number | null;
  readonly earlyVolts: number | null;
  /** It has ended by itself. */
  readonly isDone: boolean;
  readonly course: DischargeCourse;
  readonly stop: () => void;
}

/** Follows the discharger of this bench. */
export function useDischarger(): Discharger {
  const link = useLink();
  const own = useLive((there) => there.find('discharger')?.name);
  const minutes = useLive((there) => there.value('discharger', 'minutes'));
  const volts = useLive((there) => there.value('discharger', 'volts'));
  const earlyVolts = useLive((there) => there.value('discharger', 'early'));
  const isDone = useLive((there) => there.standing('discharger')) === 'done';
  const [course, setCourse] = useState<DischargeCourse>([]);
  useEffect(() => {
    if (minutes === null || volts === null) return;
    setCourse((so) => ((so.at(-1)?.[0] ?? -1) < minutes ? [...so, [minutes, volts]] : so));
  }, [minutes, volts]);
  return {
    minutes,
    earlyVolts,
    isDone,
    course,
    name: own ? instrumentName(link, 'discharger') : null,
    stop: () => {
      if (own) link?.send(writeLine('stop', own));
    },
  };
}

/**
 * The discharger while a discharge is on: switched on with the current that was said, its voltage in large figures. It
 * stays on while other steps are looked at; whoever ends the discharge switches it off.
 */
export function DischargerPanel({
  amps,
  justBegun,
}: {
  readonly amps: number;
  /** It was begun a moment ago, and this bench's own discharger is to do it. */
  readonly justBegun: boolean;
}) {
  const link = useLink();
  const name = useLive((there) => there.find('discharger')?.name);
  const label = useLive((there) => there.find('discharger')?.label);
  const volts = useLive((there) => there.value('discharger', 'volts'));
  const stands = useLive((there) => there.standing('discharger'));
  // It goes on once there is something on its clamps.
  const ready = useLive((there) => there.value('voltmeter', 'volts') !== null) === true;
  const asked = useRef(false);
  const on = () => {
    if (!link || !name) return;
    link.send([writeLine('set', name, { amps }), writeLine('start', name)].join('\n'));
  };
  const start = useRef(on);
  start.current = on;
  useEffect(() => {
    // One that runs already, or has ended, is not begun again by whoever looks at it.
    if (!name || !ready || asked.current || stands !== undefined || !justBegun) return;
    asked.current = true;
    start.current();
  }, [name, ready, stands, justBegun]);
  if (!name) return null;
  return (
    <section aria-label="Discharger" className="sheet flex flex-wrap items-end gap-x-8 gap-y-3 p-4">
      <p>
        <span className="heading block">{label}</span>
        <span className="figures text-5xl font-semibold">
          {volts === null ? 'off' : formatQuantity(volts, 'V')}
        </span>
      </p>
      {stands === 'done' && (
        <p role="status" className="text-2xl font-semibold text-serve">
          It has ended
        </p>
      )}
      {(volts === null || stands === 'stopped') && <Button onClick={on}>Switch it on</Button>}
      <SimulatedTime />
    </section>
  );
}
