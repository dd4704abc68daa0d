import { ASSUMED_TEMPERATURE_C } from '@/core/assessment/reference';
import { END_VOLTS_A_CELL, ratedMinutes } from '@/core/battery/discharge-time';
import { formatMinutes, formatQuantity } from '@/core/quantity/format';
import { minutesBetween } from '@/core/steps/clocks';
import type { ReadingOf } from '@/core/steps/reading';
import { Button } from '@/ui/button';
import { KeyBar, MainKey, STAGE_COLUMN } from '@/ui/key-bar';
import { Moment } from '@/ui/moment';
import { DischargerPanel, useDischarger } from '../live/discharger-panel';
import { NumberEntry } from '../number-entry';
import { ChargeFigure as Figure } from './charge-figure';
import { DischargePicture } from './pictures';
import type { StageProps } from './stage-props';

/** From here to there a logged voltage is the one after a minute, min. */
const EARLY_MINUTES = [0.5, 3] as const;

/** A discharge that is on: its clock, its curve against that of a new battery, the next reading, and its end. */
export function OnDischarge({
  start,
  run,
  spec,
  state,
  nowMs,
  onTyping,
  capture,
}: StageProps & { readonly start: ReadingOf<'discharge_start'> }) {
  const { amps } = start.data;
  const { discharge_log: log } = state.current.all;
  const temperatureC = state.assessment.estimates.temperatureC;
  const endVolts = END_VOLTS_A_CELL * (spec.nominalVolts / 2);
  const rated = ratedMinutes(spec, amps);
  const live = useDischarger();
  // A simulated discharger may have lived through more minutes than the clock.
  const minutes = live.minutes ?? Math.max(0, minutesBetween(start.takenAtMs, nowMs));
  const logged = log.map(({ data }) => [data.minutes, data.volts] as const);
  // What was logged before this page was opened stands beside what the discharger has told since.
  const course = [...logged, ...live.course].sort(([one], [other]) => one - other);
  const early =
    live.earlyVolts ?? logged.find(([at]) => at >= EARLY_MINUTES[0] && at <= EARLY_MINUTES[1])?.[1] ?? null;
  const last = course.at(-1);
  const hasEnded = live.isDone || (last !== undefined && last[1] <= endVolts);
  const end = ([after, volts]: readonly [number, number]) => {
    live.stop();
    const data = { amps, temperatureC, earlyVolts: early, endVolts: volts, minutes: told(after) };
    capture('discharge', data, live.name);
  };
  const picture = rated !== undefined && (
    <DischargePicture
      {...{ spec, amps, endVolts, course, ratedMinutes: rated }}
      temperatureC={temperatureC ?? ASSUMED_TEMPERATURE_C}
    />
  );
  return (
    <div className={STAGE_COLUMN}>
      <dl className="flex flex-wrap items-end gap-x-8 gap-y-2">
        <Figure
          name={hasEnded ? 'It is at its end after' : 'On for'}
          value={
            <span role="timer" aria-live="off" className="text-3xl" suppressHydrationWarning>
              {formatMinutes(Math.floor(minutes))}
            </span>
          }
        />
        {rated !== undefined && <Figure name="A new one lasts" value={formatMinutes(rated)} />}
        <Figure name="Draws" value={formatQuantity(amps, 'A', { decimals: 1 })} />
        <Figure name="End at" value={formatQuantity(endVolts, 'V')} />
        <Figure name="Since" value={<Moment atMs={start.takenAtMs} as="time" />} />
      </dl>
      <DischargerPanel amps={amps} justBegun={minutesBetween(start.takenAtMs, nowMs) < JUST_BEGUN_MINUTES} />
      {hasEnded && last ? (
        <>
          {picture}
          <KeyBar>
            <MainKey onPress={() => end(last)}>
              At its end: {formatQuantity(last[1], 'V')} after {formatMinutes(last[0])}
            </MainKey>
          </KeyBar>
        </>
      ) : (
        <>
          <LogEntry {...{ spec, log, minutes, onTyping, capture, picture }} />
          {!last && (
            <Button
              tone="quiet"
              className="justify-self-start"
              onClick={() =>
                run.capture('withdrawal', {}, { supersedes: { reading: start, reason: 'never ran' } })
              }
            >
              It never ran: take it back
            </Button>
          )}
          {last && (
            <Button className="justify-self-start" onClick={() => end(last)}>
              End it early: {formatQuantity(last[1], 'V')} after {formatMinutes(last[0])}
            </Button>
          )}
        </>
      )}
    </div>
  );
}

/** What the meter shows now, to be logged. */
function LogEntry({
  spec,
  log,
  minutes,
  onTyping,
  capture,
  picture,
}: Pick<StageProps, 'spec' | 'onTyping' | 'capture'> & {
  readonly log: readonly ReadingOf<'discharge_log'>[];
  readonly minutes: number;
  readonly picture: React.ReactNode;
}) {
  return (
    <NumberEntry
      key={log.length}
      nominalVolts={spec.nominalVolts}
      captureLabel="Log it"
      onTyping={onTyping}
      manyAlike
      fields={[
        {
          name: 'volts',
          label: 'Voltage now',
          quantity: 'dischargeVolts',
          unit: 'V',
          initial: null,
          live: { kind: 'discharger', field: 'volts' },
        },
        {
          name: 'minutes',
          label: 'After',
          quantity: 'dischargeMinutes',
          unit: 'min',
          initial: null,
          emptyMeans: `${minutes.toFixed(1)} now`,
          live: { kind: 'discharger', field: 'minutes' },
        },
      ]}
      picture={() => picture}
      capture={capture}
      onCapture={({ volts, minutes: after }, by, take) =>
        take('discharge_log', { volts: volts ?? 0, minutes: told(after ?? minutes) }, by)
      }
    />
  );
}

const told = (minutes: number) => Math.max(LEAST_MINUTES, Math.round(minutes * 10) / 10);

/** After that nobody's discharger is switched on for them: it may have been running for long. */
const JUST_BEGUN_MINUTES = 1;

/** Nothing shorter is a discharge. */
const LEAST_MINUTES = 0.5;
