import { clsx } from 'clsx';
import type { ChargePlan } from '@/core/charging/charge-plan';
import { formatMinutes, formatQuantity } from '@/core/quantity/format';
import { Moment } from '@/ui/moment';
import { useWords } from '@/ui/site';
import { ChargeFigure as Figure } from './charge-figure';

const MS_PER_MINUTE = 60_000;
const MINUTES_PER_HOUR = 60;

/** What to set, when it will be full and rested, and how the charge will go. */
export function PlanFigures({
  plan,
  nowMs,
  restMinutes,
}: {
  readonly plan: ChargePlan;
  readonly nowMs: number;
  readonly restMinutes: number;
}) {
  const words = useWords();
  const readyMs = nowMs + plan.hours * MINUTES_PER_HOUR * MS_PER_MINUTE;
  const restedMs = readyMs + restMinutes * MS_PER_MINUTE;
  return (
    <div className="grid gap-3">
      <dl className="grid grid-cols-[repeat(auto-fit,minmax(11.5rem,1fr))] items-end gap-x-6 gap-y-3">
        <Figure name="Set the voltage" value={formatQuantity(plan.absorptionVolts, 'V')} />
        <Figure name="Set the current" value={formatQuantity(plan.amps, 'A', { decimals: 1 })} />
        <Figure name="Takes about" value={formatMinutes(plan.hours * MINUTES_PER_HOUR)} />
        <Figure name="To return" value={formatQuantity(plan.returnAh, 'Ah')} />
        <Figure name="Full about" value={<Moment atMs={readyMs} />} />
        <Figure name="Rested about" value={<Moment atMs={restedMs} />} />
      </dl>
      <Timeline plan={plan} restHours={restMinutes / MINUTES_PER_HOUR} />
      <p className="text-sm text-soft">
        Then float {formatQuantity(plan.floatVolts, 'V')}. Stop above {words(`${plan.stopC}\u00A0°C`)}.
        Hydrogen: let in {plan.airPerHour.toFixed(2)} m³/h, an opening of {formatNumberCm(plan.ventCm2)}, for
        this battery alone.
      </p>
    </div>
  );
}

/** The charge as it will go, to scale: full current, falling current, rest. */
function Timeline({ plan, restHours }: { readonly plan: ChargePlan; readonly restHours: number }) {
  const parts = [
    { name: 'full current', hours: plan.bulkHours, tone: 'bg-harbour text-harbour-ink' },
    { name: 'tapering', hours: plan.taperHours, tone: 'bg-harbour-wash text-ink' },
    { name: 'rest', hours: restHours, tone: 'bg-sunk text-soft' },
  ].filter(({ hours }) => hours > 0);
  return (
    <ol aria-label="The charge as it will go" className="flex h-11 overflow-hidden rounded-md border">
      {parts.map(({ name, hours, tone }) => (
        <li
          key={name}
          style={{ flexGrow: hours }}
          className={clsx('grid min-w-16 basis-0 content-center px-2 text-sm leading-tight', tone)}
        >
          <span className="truncate">{name}</span>
          <span className="figures">{formatMinutes(hours * MINUTES_PER_HOUR)}</span>
        </li>
      ))}
    </ol>
  );
}

const formatNumberCm = (cm2: number) => `${Math.max(1, Math.ceil(cm2))} cm²`;
