import { useEffect, useRef } from 'react';
import type { ChargeMode } from '@/core/charging/charge-plan';
import { writeLine } from '@/core/instruments/line';
import { formatQuantity } from '@/core/quantity/format';
import { Button } from '@/ui/button';
import { SimulatedTime } from './simulated-time';
import { useLink, useLive } from './use-live';

/**
 * The charger of this bench while a charge is on: switched on with the plan’s settings, its meters in large figures. It
 * stays on while other steps are looked at; whoever ends the charge switches it off.
 */
export function ChargerPanel({
  mode,
  amps,
  volts,
}: {
  readonly mode: ChargeMode;
  readonly amps: number;
  readonly volts: number;
}) {
  const link = useLink();
  const name = useLive((there) => there.find('charger')?.name);
  const shownAmps = useLive((there) => there.value('charger', 'amps'));
  const shownVolts = useLive((there) => there.value('charger', 'volts'));
  const label = useLive((there) => there.find('charger')?.label);
  // A charger goes on once there is something on its clamps.
  const ready = useLive((there) => there.value('voltmeter', 'volts') !== null) === true;
  const full = useLive((there) => there.standing('charger')) === 'full';
  const asked = useRef(false);
  const on = () => {
    if (!link || !name) return;
    link.send([writeLine('set', name, { mode, amps, volts }), writeLine('start', name)].join('\n'));
  };
  const start = useRef(on);
  start.current = on;
  useEffect(() => {
    if (!name || !ready || asked.current) return;
    asked.current = true;
    start.current();
  }, [name, ready]);
  if (!name) return null;
  return (
    <section aria-label="Charger" className="sheet flex flex-wrap items-end gap-x-8 gap-y-3 p-4">
      <p>
        <span className="heading block">{label}</span>
        <span className="figures text-5xl font-semibold">
          {shownAmps === null ? 'off' : formatQuantity(shownAmps, 'A', { decimals: 1 })}
        </span>
      </p>
      {shownVolts !== null && (
        <p className="figures text-5xl font-semibold">{formatQuantity(shownVolts, 'V')}</p>
      )}
      {full && (
        <p role="status" className="text-2xl font-semibold text-serve">
          It says full
        </p>
      )}
      {shownAmps === null && <Button onClick={on}>Switch it on</Button>}
      <SimulatedTime />
    </section>
  );
}
