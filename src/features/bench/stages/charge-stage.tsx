import { clsx } from 'clsx';
import { useState } from 'react';
import { ASSUMED_TEMPERATURE_C } from '@/core/assessment/reference';
import { type ChargeState, chargeState } from '@/core/charging/charge-log';
import { type ChargeMode, type ChargePlan, modeFor, planCharge } from '@/core/charging/charge-plan';
import { chargeDueMs } from '@/core/procedure/clocks';
import type { ReadingOf } from '@/core/procedure/reading';
import { formatMinutes, formatQuantity } from '@/core/quantity/format';
import { Button } from '@/ui/button';
import { clockText } from '@/ui/countdown';
import { Moment } from '@/ui/moment';
import { useSite } from '@/ui/site';
import { NumberEntry } from '../number-entry';
import { temperatureWords } from '../reading-words';
import { Choices } from './choices';
import type { StageProps } from './stage-props';

const MS_PER_MINUTE = 60_000;
const MINUTES_PER_HOUR = 60;

const MODES: readonly { readonly value: ChargeMode; readonly label: string }[] = [
  { value: 'normal', label: 'In full' },
  { value: 'slow', label: 'Slowly' },
  { value: 'deep', label: 'Wake it, watched' },
  { value: 'equalise', label: 'Equalise' },
];

/** The plan of a charge, its log while it is on, and its end: what was read before it no longer says anything. */
export function ChargeStage(props: StageProps) {
  const { charging } = props.state.current;
  return charging ? <OnCharge {...props} start={charging} /> : <ChargePlanned {...props} />;
}

function ChargePlanned({ run, spec, state, nowMs, onTyping, capture }: StageProps) {
  const { fullCharges } = state.current;
  const { charge, temperatureC } = state.assessment.estimates;
  const openVolts = state.evidence.openCircuit?.volts ?? null;
  const asked = modeFor(openVolts, spec.nominalVolts);
  const [mode, setMode] = useState<ChargeMode>(
    state.assessment.decidedBy === 'sulphated' && asked === 'normal' ? 'slow' : asked,
  );
  const [senses, setSenses] = useState(false);
  const planFor = (chargerAmps: number | null) =>
    planCharge(spec, {
      chargePct: charge?.pct ?? 0,
      temperatureC: temperatureC ?? ASSUMED_TEMPERATURE_C,
      chargerAmps,
      senses,
      mode,
    });
  const usual = planFor(null);
  return (
    <div className="grid gap-4">
      {fullCharges > 0 && (
        <p className="text-lg">
          {fullCharges} full {fullCharges === 1 ? 'charge has' : 'charges have'} been given in this run.
        </p>
      )}
      {asked === 'deep' && (
        <p className="rounded-md border border-warn bg-warn-wash px-4 py-2 text-warn">
          Deeply discharged: 0.02 to 0.05 C until 12 V, watched. If it takes none within 4 to 16 h, it is
          retired.
        </p>
      )}
      {usual ? (
        <NumberEntry
          nominalVolts={spec.nominalVolts}
          captureLabel="It is on charge"
          onTyping={onTyping}
          manyAlike
          before={
            <div className="grid gap-3">
              <Choices
                legend="Way of charging"
                name="mode"
                choices={MODES}
                chosen={mode}
                onChoose={setMode}
              />
              <label className="flex min-h-11 items-center gap-3">
                <input
                  type="checkbox"
                  className="size-6 accent-[var(--harbour)]"
                  checked={senses}
                  onChange={(event) => setSenses(event.target.checked)}
                />
                The charger senses the battery’s temperature: set it as at 25 °C, it corrects by itself
              </label>
            </div>
          }
          fields={[
            {
              name: 'amps',
              label: 'Charger gives',
              quantity: 'smallChargingAmps',
              unit: 'A',
              initial: null,
              emptyMeans: `${usual.amps.toFixed(1)} at most`,
            },
          ]}
          picture={({ amps }) => {
            const plan = planFor(amps === null || Number.isNaN(amps) || amps <= 0 ? null : amps);
            return (
              plan && (
                <PlanFigures plan={plan} nowMs={nowMs} restMinutes={run.view.rules.surface.restMinutes} />
              )
            );
          }}
          onCapture={({ amps }) => {
            const plan = planFor(amps);
            if (!plan) return [];
            const hours = Math.round(plan.hours * 10) / 10;
            return capture('charge_start', {
              mode,
              volts: Math.round(plan.absorptionVolts * 100) / 100,
              amps: Math.round(plan.amps * 10) / 10,
              hours,
            });
          }}
        />
      ) : (
        <p className="text-lg text-soft">
          Without a capacity or a rating no plan can be made: go by the maker’s instructions.
        </p>
      )}
      <Button tone="quiet" className="justify-self-start" onClick={() => capture('charge', { full: true })}>
        It has been charged elsewhere: full charge given
      </Button>
    </div>
  );
}

function PlanFigures({
  plan,
  nowMs,
  restMinutes,
}: {
  readonly plan: ChargePlan;
  readonly nowMs: number;
  readonly restMinutes: number;
}) {
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
      <p className="text-sm text-soft">
        Then float {formatQuantity(plan.floatVolts, 'V')}. Stop above {plan.stopC} °C. Hydrogen: let in{' '}
        {plan.airPerHour.toFixed(2)} m³/h, an opening of {formatNumberCm(plan.ventCm2)}, for this battery
        alone.
      </p>
    </div>
  );
}

const formatNumberCm = (cm2: number) => `${Math.max(1, Math.ceil(cm2))} cm²`;

function Figure({ name, value }: { readonly name: string; readonly value: React.ReactNode }) {
  return (
    <div>
      <dt className="heading">{name}</dt>
      <dd className={clsx('figures font-semibold', typeof value === 'string' ? 'text-2xl' : 'text-lg')}>
        {value}
      </dd>
    </div>
  );
}

const STATE_WORDS: Readonly<Record<ChargeState['kind'], string>> = {
  charging: 'Charging',
  full: 'Full',
  too_hot: 'Too hot: switch it off',
  awake: 'Awake',
  takes_none: 'Takes no charge',
};

function OnCharge({
  start,
  spec,
  state,
  nowMs,
  onTyping,
  capture,
}: StageProps & { readonly start: ReadingOf<'charge_start'> }) {
  const { chargeLog } = state.current;
  const { charge, temperatureC } = state.assessment.estimates;
  const plan = planCharge(spec, {
    chargePct: charge?.pct ?? 0,
    temperatureC: temperatureC ?? ASSUMED_TEMPERATURE_C,
    chargerAmps: start.data.amps,
    senses: false,
    mode: start.data.mode,
  });
  const so = plan
    ? chargeState(start, chargeLog, { ...plan, absorptionVolts: start.data.volts }, spec.nominalVolts)
    : ({ kind: 'charging' } as const);
  const leftMs = chargeDueMs(start) - nowMs;
  return (
    <div className="grid gap-4">
      <dl className="flex flex-wrap items-end gap-x-8 gap-y-2">
        <Figure
          name={so.kind === 'charging' && leftMs <= 0 ? 'Due' : STATE_WORDS[so.kind]}
          value={
            <span role="timer" aria-live="off" className="text-3xl" suppressHydrationWarning>
              {clockText(Math.max(0, leftMs))}
            </span>
          }
        />
        <Figure name="Since" value={<Moment atMs={start.takenAtMs} />} />
        <Figure name="Set to" value={formatQuantity(start.data.volts, 'V')} />
        <Figure name="at most" value={formatQuantity(start.data.amps, 'A', { decimals: 1 })} />
      </dl>
      <ChargeAdvice so={so} />
      <NumberEntry
        nominalVolts={spec.nominalVolts}
        captureLabel="Log it"
        onTyping={onTyping}
        key={chargeLog.length}
        manyAlike
        fields={[
          { name: 'volts', label: 'Voltage now', quantity: 'chargingVolts', unit: 'V', initial: null },
          { name: 'amps', label: 'Current now', quantity: 'smallChargingAmps', unit: 'A', initial: null },
          {
            name: 'temperatureC',
            label: 'Temperature',
            quantity: 'temperatureC',
            unit: '°C',
            initial: null,
            emptyMeans: 'not taken',
          },
          {
            name: 'gravity',
            label: 'Gravity, one cell',
            quantity: 'gravity',
            unit: '',
            initial: null,
            emptyMeans: 'not taken',
          },
        ]}
        onCapture={({ volts, amps, temperatureC: celsius, gravity }) =>
          capture('charge_log', { volts: volts ?? 0, amps: amps ?? 0, temperatureC: celsius, gravity })
        }
      />
      <ChargeLog log={chargeLog} />
      <div className="flex flex-wrap gap-3">
        <Button
          tone={so.kind === 'full' || leftMs <= 0 ? 'main' : 'plain'}
          large
          onClick={() => capture('charge', { full: true })}
        >
          Full: charger off
        </Button>
        <Button large onClick={() => capture('charge', { full: false })}>
          Taken off before it was full
        </Button>
        <Button
          tone={so.kind === 'takes_none' ? 'warn' : 'quiet'}
          large
          onClick={() => capture('charge', { full: false, refused: true })}
        >
          It takes no charge
        </Button>
      </div>
    </div>
  );
}

function ChargeAdvice({ so }: { readonly so: ChargeState }) {
  if (so.kind === 'charging') return null;
  const words =
    so.kind === 'too_hot'
      ? 'Hotter than this type may get on charge. Switch it off and let it cool.'
      : so.kind === 'takes_none'
        ? `No acceptance after ${Math.round(so.hours)} h on charge.`
        : `${STATE_WORDS[so.kind]}: ${so.why}.`;
  const warn = so.kind === 'too_hot' || so.kind === 'takes_none';
  return (
    <p
      role="status"
      className={
        warn
          ? 'rounded-md border border-warn bg-warn-wash px-4 py-2 text-warn'
          : 'rounded-md border border-line-strong bg-sheet px-4 py-2'
      }
    >
      {words}
    </p>
  );
}

function ChargeLog({ log }: { readonly log: readonly ReadingOf<'charge_log'>[] }) {
  const { temperatureUnit } = useSite();
  if (log.length === 0) return null;
  return (
    <table className="w-full max-w-xl">
      <caption className="heading text-left">Log</caption>
      <tbody>
        {log.map(({ id, takenAtMs, data }) => (
          <tr key={id} className="border-t">
            <td className="py-1">
              <Moment atMs={takenAtMs} />
            </td>
            <td className="figures text-right">{formatQuantity(data.volts, 'V')}</td>
            <td className="figures text-right">{formatQuantity(data.amps, 'A', { decimals: 1 })}</td>
            <td className="figures text-right">
              {data.temperatureC === null ? '–' : temperatureWords(data.temperatureC, temperatureUnit)}
            </td>
            <td className="figures text-right">{data.gravity === null ? '–' : data.gravity.toFixed(3)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
