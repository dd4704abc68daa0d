import { useState } from 'react';
import { ASSUMED_TEMPERATURE_C } from '@/core/assessment/reference';
import { type ChargeState, chargeState, voltsToSetNow } from '@/core/charging/charge-log';
import { planCharge } from '@/core/charging/charge-plan';
import { chargerWords } from '@/core/charging/charger';
import { hoursOn } from '@/core/charging/hours-on';
import { formatQuantity } from '@/core/quantity/format';
import { type Problem, problem } from '@/core/quantity/result';
import { chargeDueMs } from '@/core/steps/clocks';
import type { ReadingData, ReadingOf } from '@/core/steps/reading';
import { temperatureWords } from '@/core/steps/words';
import { Button } from '@/ui/button';
import { clockText } from '@/ui/countdown';
import { Moment } from '@/ui/moment';
import { Problems } from '@/ui/problems';
import { useSite } from '@/ui/site';
import { TypedField } from '@/ui/typed-field';
import { typedNumber } from '@/ui/typed-number';
import { ChargerPanel } from '../live/charger-panel';
import { type LiveCharger, useCharger, useLoggedByItself } from '../live/use-charger';
import { useLive } from '../live/use-live';
import { NumberEntry } from '../number-entry';
import { ChargeFigure as Figure } from './charge-figure';
import type { StageProps } from './stage-props';

const STATE_WORDS: Readonly<Record<ChargeState['kind'], string>> = {
  charging: 'Charging, to go',
  full: 'Full',
  too_hot: 'Too hot: switch it off',
  awake: 'Awake',
  takes_none: 'Takes no charge',
};

const MINUTES_AN_HOUR = 60;

/** A charge that is on: its clock, what the log says of it, the next reading, and its end. */
export function OnCharge({
  start,
  run,
  spec,
  state,
  nowMs,
  onTyping,
  capture,
}: StageProps & { readonly start: ReadingOf<'charge_start'> }) {
  const { charge_log: chargeLog } = state.current.all;
  const { charge, temperatureC } = state.assessment.estimates;
  const plan = planCharge(spec, {
    chargePct: state.evidence.discharge?.drained ? 0 : (charge?.pct ?? 0),
    temperatureC: temperatureC ?? ASSUMED_TEMPERATURE_C,
    chargerAmps: start.data.amps,
    senses: false,
    mode: start.data.mode,
  });
  const voltsNow = voltsToSetNow(start, chargeLog, spec);
  const so = plan
    ? chargeState(start, chargeLog, { ...plan, absorptionVolts: voltsNow }, spec.nominalVolts)
    : ({ kind: 'charging' } as const);
  // A simulated charger may have lived through more hours than the clock.
  const onForMs = 1000 * (useLive((there) => there.value('charger', 'on_for')) ?? 0);
  const leftMs = Math.min(chargeDueMs(start) - nowMs, chargeDueMs(start) - start.takenAtMs - onForMs);
  const hangsOn = chargerWords(start.data, useSite().chargers);
  const { shown, stop } = useCharger();
  const lastLog = chargeLog.at(-1);
  const lastMinutes = lastLog ? MINUTES_AN_HOUR * hoursOn(start, lastLog) : 0;
  // Past the stage's own capture: whoever is typing a line of the log goes on typing it.
  const log = ({ log: data, name }: LiveCharger) =>
    run.capture('charge_log', data, name === null ? {} : { instrument: name });
  useLoggedByItself(shown, lastMinutes, log);
  const end = (how: ReadingData<'charge'>) => {
    if (shown && shown.minutes > lastMinutes) log(shown);
    const problems = capture('charge', how);
    if (problems.length === 0) stop();
    return problems;
  };
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
        {hangsOn && <Figure name="On" value={<span>{hangsOn}</span>} />}
        <Figure
          name={voltsNow === start.data.volts ? 'Set to' : 'It has warmed: set to'}
          value={formatQuantity(voltsNow, 'V')}
        />
        <Figure name="at most" value={formatQuantity(start.data.amps, 'A', { decimals: 1 })} />
      </dl>
      <ChargeAdvice so={so} />
      <ChargerPanel mode={start.data.mode} amps={start.data.amps} volts={start.data.volts} />
      <LogEntry spec={spec} onTyping={onTyping} capture={capture} />
      <EndKeys so={so} isDue={leftMs <= 0} countedAh={countedUntilFull(shown, lastMinutes, so)} onEnd={end} />
      <ChargeLog log={chargeLog} />
    </div>
  );
}

/**
 * What a charger has given until it was full, Ah. What it counted before says nothing of what the battery holds, nor what it counted since it was
 * switched off and on again; null then.
 */
function countedUntilFull(shown: LiveCharger | null, lastMinutes: number, so: ChargeState): number | null {
  if (!shown || shown.minutes < lastMinutes) return null;
  return shown.isFull || so.kind === 'full' ? (shown.log.ampHours ?? null) : null;
}

/** What the charger shows now, to be logged. */
function LogEntry({ spec, onTyping, capture }: Pick<StageProps, 'spec' | 'onTyping' | 'capture'>) {
  return (
    <NumberEntry
      nominalVolts={spec.nominalVolts}
      captureLabel="Log it"
      onTyping={onTyping}
      manyAlike
      fields={[
        {
          name: 'volts',
          label: 'Voltage now',
          quantity: 'chargingVolts',
          unit: 'V',
          initial: null,
          live: { kind: 'charger', field: 'volts' },
        },
        {
          name: 'amps',
          label: 'Current now',
          quantity: 'smallChargingAmps',
          unit: 'A',
          initial: null,
          live: { kind: 'charger', field: 'amps' },
        },
        {
          name: 'temperatureC',
          label: 'Temperature',
          quantity: 'temperatureC',
          unit: '°C',
          initial: null,
          emptyMeans: 'not taken',
          live: { kind: 'thermometer', field: 'celsius' },
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
      capture={capture}
      onCapture={({ volts, amps, temperatureC: celsius, gravity }, by, take) =>
        take('charge_log', { volts: volts ?? 0, amps: amps ?? 0, temperatureC: celsius, gravity }, by)
      }
    />
  );
}

interface EndKeysProps {
  readonly so: ChargeState;
  readonly isDue: boolean;
  /** What a charger that counts has given until it was full, Ah. */
  readonly countedAh: number | null;
  readonly onEnd: (how: ReadingData<'charge'>) => readonly Problem[];
}

/** The three ways in which a charge ends, and what the charger counted until it was full. */
function EndKeys({ so, isDue, countedAh, onEnd }: EndKeysProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const given = typed ?? (countedAh === null ? '' : String(countedAh));
  const end = (how: ReadingData<'charge'>) => setProblems(onEnd(how));
  const full = () => {
    const ampHours = typedNumber(given);
    if (Number.isNaN(ampHours))
      return setProblems([problem('ampHours', given, 'a number of Ah, or nothing')]);
    end(ampHours === null ? { full: true } : { full: true, ampHours });
  };
  return (
    <div className="grid gap-3">
      <div className="flex flex-wrap items-start gap-3">
        <Button tone={so.kind === 'full' || isDue ? 'main' : 'plain'} large onClick={full}>
          Full: charger off
        </Button>
        <Button large onClick={() => end({ full: false })}>
          Taken off before it was full
        </Button>
        <Button
          tone={so.kind === 'takes_none' ? 'warn' : 'quiet'}
          large
          onClick={() => end({ full: false, refused: true })}
        >
          It takes no charge
        </Button>
      </div>
      <div className="max-w-80">
        <TypedField
          label="Ah that it gave until full"
          hint="Where the charger counts them. They tell what the battery holds."
          inputMode="decimal"
          maxLength={8}
          value={given}
          onType={setTyped}
        />
      </div>
      <Problems problems={problems} />
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
            <td className="figures text-right">
              {data.ampHours === undefined ? '–' : formatQuantity(data.ampHours, 'Ah')}
            </td>
            <td className="figures text-right">{data.gravity === null ? '–' : data.gravity.toFixed(3)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
