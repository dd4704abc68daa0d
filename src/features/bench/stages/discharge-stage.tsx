import { useState } from 'react';
import { shortFormAmps } from '@/core/assessment/capacity-result';
import { ASSUMED_TEMPERATURE_C } from '@/core/assessment/reference';
import { amperesToDischarge, END_VOLTS_A_CELL, ratedMinutes } from '@/core/battery/discharge-time';
import { formatMinutes, formatQuantity } from '@/core/quantity/format';
import { Button } from '@/ui/button';
import { NumberEntry } from '../number-entry';
import { ChargeFigure as Figure } from './charge-figure';
import { OnDischarge } from './on-discharge';
import { DischargePicture } from './pictures';
import type { StageProps } from './stage-props';
import { temperatureField } from './temperature-field';

/** A discharge for the capacity: set and begun, followed while it is on, or typed in after the fact. */
export function DischargeStage(props: StageProps) {
  const { discharge_start: start } = props.state.current.last;
  const [typing, setTyping] = useState(false);
  if (props.correcting?.kind === 'discharge' || typing) return <TypedDischarge {...props} />;
  return start ? (
    <OnDischarge {...props} start={start} />
  ) : (
    <Planned {...props} onTypeInstead={() => setTyping(true)} />
  );
}

function Planned({
  spec,
  state,
  onTyping,
  capture,
  onTypeInstead,
}: StageProps & { readonly onTypeInstead: () => void }) {
  const endVolts = END_VOLTS_A_CELL * (spec.nominalVolts / 2);
  const usual = amperesToDischarge(spec);
  const short = shortFormAmps(spec);
  const temperatureC = state.assessment.estimates.temperatureC ?? ASSUMED_TEMPERATURE_C;
  return (
    <div className="grid gap-4">
      <NumberEntry
        nominalVolts={spec.nominalVolts}
        captureLabel="It is discharging"
        onTyping={onTyping}
        startsSomething
        before={
          <p className="max-w-prose text-lg">
            Draw a steady current to {formatQuantity(endVolts, 'V')}. The time counts from when you say that
            it is on.
            {short !== undefined && (
              <>
                {' '}
                No time? {formatQuantity(short, 'A', { decimals: 1 })} for 30 min tells whether enough is
                left.
              </>
            )}
          </p>
        }
        fields={[
          {
            name: 'amps',
            label: 'Discharge at',
            quantity: 'dischargeAmps',
            unit: 'A',
            initial: usual,
            asked: null,
          },
        ]}
        picture={({ amps }) => {
          const drawn = amps === null || Number.isNaN(amps) || amps <= 0 ? usual : amps;
          const rated = ratedMinutes(spec, drawn);
          return rated === undefined ? (
            <p className="text-soft">Without a capacity on the label there is nothing to hold it against.</p>
          ) : (
            <div className="grid gap-2">
              <dl className="flex flex-wrap gap-x-8 gap-y-2">
                <Figure name="A new one lasts" value={formatMinutes(rated)} />
                <Figure name="End at" value={formatQuantity(endVolts, 'V')} />
              </dl>
              <DischargePicture
                {...{ spec, temperatureC, endVolts, amps: drawn, ratedMinutes: rated, course: [] }}
              />
            </div>
          );
        }}
        capture={capture}
        onCapture={({ amps }, _by, take) => {
          const drawn = amps ?? usual;
          const rated = ratedMinutes(spec, drawn);
          return take('discharge_start', {
            amps: drawn,
            ...(rated === undefined ? {} : { minutes: Math.round(rated * 10) / 10 }),
          });
        }}
      />
      <div className="flex flex-wrap gap-3">
        <Button tone="quiet" onClick={onTypeInstead}>
          It has been discharged already: type it in
        </Button>
        <Button
          tone="quiet"
          onClick={() => capture('skip', { step: 'discharge', reason: 'no time for a discharge' })}
        >
          No time for a discharge: pass it over
        </Button>
      </div>
    </div>
  );
}

/** A discharge that somebody kept by hand, or one that is put right. */
function TypedDischarge({ spec, state, correcting, onTyping, capture }: StageProps) {
  const before = correcting?.kind === 'discharge' ? correcting.data : null;
  return (
    <NumberEntry
      nominalVolts={spec.nominalVolts}
      captureLabel="Capture"
      onTyping={onTyping}
      fields={[
        {
          name: 'minutes',
          label: 'Lasted',
          quantity: 'dischargeMinutes',
          unit: 'min',
          initial: before?.minutes ?? null,
        },
        {
          name: 'amps',
          label: 'At',
          quantity: 'dischargeAmps',
          unit: 'A',
          initial: before?.amps ?? amperesToDischarge(spec),
        },
        {
          name: 'endVolts',
          label: 'Voltage at the end, load on',
          quantity: 'dischargeVolts',
          unit: 'V',
          initial: before?.endVolts ?? null,
        },
        {
          name: 'earlyVolts',
          label: 'After 1 min',
          quantity: 'dischargeVolts',
          unit: 'V',
          initial: before?.earlyVolts ?? null,
          emptyMeans: 'not read',
        },
        temperatureField(before ? before.temperatureC : (state.evidence.openCircuit?.temperatureC ?? null)),
      ]}
      capture={capture}
      onCapture={({ minutes, amps, endVolts, earlyVolts, temperatureC }, by, take) =>
        take(
          'discharge',
          { minutes: minutes ?? 0, amps: amps ?? 0, endVolts: endVolts ?? 0, earlyVolts, temperatureC },
          by,
        )
      }
    />
  );
}
