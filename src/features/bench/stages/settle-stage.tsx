import { type ReactNode, useState } from 'react';
import { twelveVolt } from '@/core/assessment/reference';
import { formatMinutes, formatQuantity } from '@/core/quantity/format';
import { LEAST_VOLTS_TO_LOAD, minutesBetween, restContradictedBy, settleMinutes } from '@/core/steps/clocks';
import { isFrozen, isHot } from '@/core/steps/gate';
import { Button } from '@/ui/button';
import { Choices } from '@/ui/choices';
import { KeyBar, STAGE_COLUMN } from '@/ui/key-bar';
import { useWords } from '@/ui/site';
import { settleWays, type Way } from './settle-ways';
import type { StageProps } from './stage-props';

const RESTED = [
  { value: '780', label: 'Overnight, 12 h or more' },
  { value: '300', label: '4 to 12 h' },
  { value: '90', label: '1 to 4 h' },
  { value: '10', label: 'Less than 1 h' },
  { value: 'unknown', label: 'Nobody knows' },
] as const;

type Rested = (typeof RESTED)[number]['value'];

/** How long the battery has been left alone; where that was too short, the ways to shorten it, each with its clock. */
export function SettleStage(props: StageProps) {
  const { assessment } = props.state;
  if (isFrozen(assessment)) return <Thaw {...props} />;
  return isHot(assessment) ? <Cool {...props} /> : <Settle {...props} />;
}

function Thaw(props: StageProps) {
  const clockMinutes = settleMinutes('thaw', props.run.view.rules.surface, undefined);
  return (
    <LeftAlone {...props} method="thaw" label="It is indoors">
      Frozen: bring it indoors and leave it alone for {formatMinutes(clockMinutes)}. Then inspect it again: a
      case that has split leaks once it thaws.
    </LeftAlone>
  );
}

function Cool(props: StageProps) {
  const words = useWords();
  return (
    <LeftAlone {...props} method="cool" label="It cools">
      {words(`Above ${props.run.view.rules.temperature.highestC}\u00A0°C.`)} Charger and loads off; out of the
      sun, air around it, nobody near. Read its voltage and temperature again once it has cooled. One that
      goes on heating by itself is left alone.
    </LeftAlone>
  );
}

/** The one thing that helps an unsafe battery is time: what to do, and the key that starts its clock. */
function LeftAlone({
  run,
  capture,
  method,
  label,
  children,
}: StageProps & { readonly method: 'thaw' | 'cool'; readonly label: string; readonly children: ReactNode }) {
  const clockMinutes = settleMinutes(method, run.view.rules.surface, undefined);
  return (
    <div className="grid gap-4">
      <p className="text-lg">{children}</p>
      <Button
        tone="main"
        large
        shortcut="Enter"
        data-first
        onClick={() => capture('settle', { method, restMinutes: 0, clockMinutes })}
      >
        {label}: start {formatMinutes(clockMinutes)}
      </Button>
    </div>
  );
}

function Settle({ run, spec, state, nowMs, capture }: StageProps) {
  const { ownCharge } = state.current;
  const { charge: lastCharge, settle } = state.current.last;
  const { surface } = run.view.rules;
  const sinceCharge = lastCharge && !settle ? minutesBetween(lastCharge.takenAtMs, nowMs) : null;
  const suspected = state.assessment.estimates.charge?.surfaceSuspected === true;
  const [rested, setRested] = useState<Rested | null>(sinceCharge !== null || suspected ? '10' : null);
  const minutes = rested === null || rested === 'unknown' ? null : Number(rested);
  // What is chosen outranks the clock: a charge may have been entered long after it was given.
  const restSoFar = rested === '10' ? (sinceCharge ?? (suspected ? 0 : 10)) : (minutes ?? 0);
  const short = rested !== null && rested !== 'unknown' && restSoFar < surface.restMinutes;
  const read = state.evidence.openCircuit?.volts;
  const tooLow = read !== undefined && twelveVolt(read, spec.nominalVolts) < LEAST_VOLTS_TO_LOAD;
  const start = ({ method, clockMinutes }: Way) =>
    capture('settle', {
      method,
      restMinutes: restSoFar,
      clockMinutes,
    });
  const claimed = {
    method: 'rested',
    // Once the clock since the charge has run long enough, it is the clock that is noted.
    restMinutes: minutes === null ? null : Math.round(restSoFar),
    clockMinutes: 0,
  } as const;
  const contradicted = rested === null ? null : restContradictedBy(claimed, nowMs, ownCharge);
  const [first, ...others] = settleWays(spec, run.view.rules, sinceCharge ?? 0);
  return (
    <form
      className={STAGE_COLUMN}
      onSubmit={(event) => {
        event.preventDefault();
        if (short && first) start(first);
        else if (rested !== null && contradicted === null) capture('settle', claimed);
      }}
    >
      {sinceCharge !== null && (
        <p className="text-lg">
          {ownCharge ? 'Its charge ended' : 'That it was charged elsewhere was entered'}{' '}
          {formatMinutes(Math.max(0, sinceCharge))} ago.
        </p>
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
      {!short && contradicted !== null ? (
        <Contradicted
          sinceMinutes={contradicted}
          onStandBy={() => capture('settle', claimed, null, true)}
          onTakeBack={() => setRested('10')}
        />
      ) : short && first ? (
        <>
          <div className="grid gap-3 sm:grid-cols-2">
            <WayCard way={first} />
            {others.map((way) => (
              <WayCard key={way.method} way={way} barred={tooLow} onStart={() => start(way)} />
            ))}
          </div>
          {others.length > 0 && (
            <p className={tooLow ? 'text-warn' : 'text-sm text-soft'}>
              {tooLow && read !== undefined
                ? `It read ${formatQuantity(read, 'V')}. `
                : 'The ± is what is left uncertain of the charge. '}
              Never below 12.4 V (2.07 V a cell): there a load only discharges.
            </p>
          )}
          {!surface.removalCounts && (
            <p className="text-sm text-soft">House rules want rest: a load does not stand for it.</p>
          )}
        </>
      ) : (
        <KeyBar>
          <Button type="submit" tone="main" large shortcut="Enter" disabled={rested === null}>
            Go on to the voltage
          </Button>
        </KeyBar>
      )}
    </form>
  );
}

/** Asks about a rest that this run's own clock contradicts. */
function Contradicted({
  sinceMinutes,
  onStandBy,
  onTakeBack,
}: {
  readonly sinceMinutes: number;
  readonly onStandBy: () => void;
  readonly onTakeBack: () => void;
}) {
  return (
    <div
      role="alertdialog"
      aria-label="Is this right?"
      className="grid gap-3 rounded-md border border-warn bg-warn-wash p-4 text-warn"
    >
      <p className="text-lg">
        Its charge ended {formatMinutes(sinceMinutes)} ago in this run, so it cannot have rested that long,
        unless the charge was entered late. Stood by, the voltage is indicative: it never retires a battery.
      </p>
      <div className="flex flex-wrap gap-3">
        <Button type="button" tone="main" large onClick={onTakeBack}>
          It rested less than 1 h
        </Button>
        <Button tone="warn" large onClick={onStandBy}>
          It rested so: the charge was entered late
        </Button>
      </div>
    </div>
  );
}

function WayCard({
  way,
  barred = false,
  onStart,
}: {
  readonly way: Way;
  readonly barred?: boolean;
  /** Absent for the way that Enter starts. */
  readonly onStart?: () => void;
}) {
  const label = `Start ${formatMinutes(way.clockMinutes)}`;
  return (
    <section className="sheet grid content-between gap-3 p-4">
      <div>
        <h3 className="flex items-baseline justify-between gap-2 font-semibold">
          {way.title}
          <span className="figures text-sm font-normal text-soft">then ± {way.sdPct} %</span>
        </h3>
        <p className="text-soft">{way.text}</p>
      </div>
      {onStart ? (
        <Button disabled={barred} onClick={onStart}>
          {label}
        </Button>
      ) : (
        <Button type="submit" tone="main" shortcut="Enter">
          {label}
        </Button>
      )}
    </section>
  );
}
