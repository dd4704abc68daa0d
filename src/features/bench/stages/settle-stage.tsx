import { useState } from 'react';
import { minutesBetween, SETTLE_CLOCKS } from '@/core/procedure/clocks';
import { formatMinutes } from '@/core/quantity/format';
import { Button } from '@/ui/button';
import { Choices } from './choices';
import type { StageProps } from './stage-props';

const RESTED = [
  { value: '780', label: 'Overnight, 12 h or more' },
  { value: '300', label: '4 to 12 h' },
  { value: '90', label: '1 to 4 h' },
  { value: '10', label: 'Less than 1 h' },
  { value: 'unknown', label: 'Nobody knows' },
] as const;

type Rested = (typeof RESTED)[number]['value'];

/** How long the battery has been left alone; where that was too short, a clock or a load that shortens it. */
export function SettleStage({ state, nowMs, capture }: StageProps) {
  const { lastCharge, settle } = state.current;
  const sinceCharge = lastCharge && !settle ? minutesBetween(lastCharge.takenAtMs, nowMs) : null;
  const suspected = state.assessment.estimates.charge?.surfaceSuspected === true;
  const [rested, setRested] = useState<Rested | null>(sinceCharge !== null || suspected ? '10' : null);
  const minutes = rested === null || rested === 'unknown' ? null : Number(rested);
  const restSoFar = sinceCharge ?? (suspected ? 0 : minutes);
  const short = rested === '10';
  const start = () => {
    if (short)
      capture('settle', {
        method: 'rest',
        restMinutes: restSoFar ?? 0,
        clockMinutes: SETTLE_CLOCKS.restMinutes,
      });
    else if (rested !== null) capture('settle', { method: 'rested', restMinutes: minutes, clockMinutes: 0 });
  };
  return (
    <form
      className="grid gap-5"
      onSubmit={(event) => {
        event.preventDefault();
        start();
      }}
    >
      {sinceCharge !== null && (
        <p className="text-lg">It was charged {formatMinutes(Math.max(0, sinceCharge))} ago.</p>
      )}
      {suspected && (
        <p className="text-lg">The voltage read may be a surface charge. Let it settle, then read again.</p>
      )}
      <Choices
        legend="At rest since it was last charged or driven"
        name="rested"
        first
        choices={RESTED}
        chosen={rested}
        onChoose={setRested}
      />
      {short ? (
        <div className="grid gap-3 sm:grid-cols-2">
          <Way
            title="Let it rest"
            text={`Nothing connected for ${SETTLE_CLOCKS.restMinutes} min. The clock goes on when this page is closed.`}
            label={`Start ${SETTLE_CLOCKS.restMinutes} min`}
          />
          <Way
            title="Take the surface charge off"
            text={`Headlamps or 10 to 20 A for ${SETTLE_CLOCKS.surfaceLoadMinutes} min, then ${SETTLE_CLOCKS.surfaceWaitMinutes} min of rest. Not below 12.4 V: there it only discharges.`}
            label={`Start ${SETTLE_CLOCKS.surfaceLoadMinutes} + ${SETTLE_CLOCKS.surfaceWaitMinutes} min`}
            onStart={() =>
              capture('settle', {
                method: 'surface_load',
                restMinutes: restSoFar ?? 0,
                clockMinutes: SETTLE_CLOCKS.surfaceLoadMinutes + SETTLE_CLOCKS.surfaceWaitMinutes,
              })
            }
          />
        </div>
      ) : (
        <Button type="submit" tone="main" large shortcut="Enter" disabled={rested === null}>
          Go on to the voltage
        </Button>
      )}
    </form>
  );
}

function Way({
  title,
  text,
  label,
  onStart,
}: {
  readonly title: string;
  readonly text: string;
  readonly label: string;
  /** Absent for the way that Enter starts. */
  readonly onStart?: () => void;
}) {
  return (
    <section className="sheet grid content-between gap-3 p-4">
      <div>
        <h3 className="font-semibold">{title}</h3>
        <p className="text-soft">{text}</p>
      </div>
      {onStart ? (
        <Button large onClick={onStart}>
          {label}
        </Button>
      ) : (
        <Button type="submit" tone="main" large shortcut="Enter">
          {label}
        </Button>
      )}
    </section>
  );
}
