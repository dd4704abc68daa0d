import { useEffect, useState } from 'react';
import { VEHICLE_CHECKS, type VehicleCheck } from '@/core/assessment/evidence';
import { VEHICLE_CHECK_LABELS } from '@/core/assessment/ledger-surroundings';
import { writeLine } from '@/core/instruments/line';
import { COMPLAINTS } from '@/core/steps/complaint/plans';
import type { ReadingOf } from '@/core/steps/reading';
import { Button } from '@/ui/button';
import { Link } from '@/ui/link';
import { Select } from '@/ui/select';
import { AskInstrument } from '../live/ask-instrument';
import { type LiveSource, useLink, useLive } from '../live/use-live';
import { NumberEntry } from '../number-entry';
import type { NumberField } from '../number-fields';
import type { StageProps } from './stage-props';

type Name = 'value' | 'ownFrom' | 'ownTo';

const OPTIONS = VEHICLE_CHECKS.map((value) => ({ value, label: VEHICLE_CHECK_LABELS[value] }));

/** What the complaint points at beside the battery: a drop, the regulated voltage or the draw. */
export function VehicleStage({ run, spec, state, correcting, onTyping, capture }: StageProps) {
  const before = correcting?.kind === 'vehicle_check' ? correcting.data : null;
  const { complaint } = state.current.last;
  const plan = complaint && COMPLAINTS[complaint.data.symptom];
  const [check, setCheck] = useState<VehicleCheck>(
    () => before?.check ?? toMeasureNext(state.current.all.vehicle_check, plan?.vehicleFirst ?? null),
  );
  const measured = state.current.all.vehicle_check.length > 0;
  useProbesAt(check);
  const unit = check === 'draw' ? 'A' : 'V';
  const fields: NumberField<Name>[] = [
    {
      name: 'value',
      label: check === 'draw' ? 'Draw' : check === 'regulated' ? 'Regulated voltage' : 'Voltage drop',
      quantity: 'vehicleReading',
      unit,
      initial: before?.value ?? null,
      live: sourceOf(check),
    },
  ];
  if (check === 'regulated') fields.push(...ownFigures(before));
  return (
    <div className="grid gap-4">
      {plan?.pointsAt && !measured && <p className="font-semibold">{plan.pointsAt}</p>}
      {run.view.sitsIn && (
        <p>
          One measurement is noted here. To read the whole vehicle:{' '}
          <Link
            href={`/vehicles/${run.view.sitsIn.id}`}
            className="font-semibold underline underline-offset-4"
          >
            {run.view.sitsIn.name}
          </Link>
        </p>
      )}
      <NumberEntry
        key={check}
        nominalVolts={spec.nominalVolts}
        captureLabel="Capture"
        onTyping={onTyping}
        before={
          <div className="grid gap-3">
            <Select label="Measured" value={check} options={OPTIONS} onChoose={setCheck} />
            {check === 'draw' && (
              <AskInstrument kind="draw_meter" label="Read" lines={(name) => [writeLine('ask', name)]} />
            )}
          </div>
        }
        fields={fields}
        capture={capture}
        onCapture={({ value, ownFrom = null, ownTo = null }, by, take) =>
          take('vehicle_check', { check, value: value ?? 0, ownFrom, ownTo }, by)
        }
      />
      {plan?.vehicleFirst && !correcting && !measured && (
        <Button
          tone="quiet"
          className="justify-self-start"
          onClick={() => capture('skip', { step: 'vehicle', reason: 'the vehicle is not here' })}
        >
          The vehicle is not here: pass it over
        </Button>
      )}
      {run.view.rules.vehicle.regulatedByVehicle && check === 'regulated' && (
        <p className="text-sm text-soft">
          House rules go by the vehicle’s own figure: enter it where it is known.
        </p>
      )}
    </div>
  );
}

/** What the complaint points at; once that is measured, the first that is not. */
function toMeasureNext(taken: readonly ReadingOf<'vehicle_check'>[], first: VehicleCheck | null) {
  const isOpen = (check: VehicleCheck) => !taken.some(({ data }) => data.check === check);
  const usual: VehicleCheck = first ?? 'clamp_drop';
  return isOpen(usual) ? usual : (VEHICLE_CHECKS.find(isOpen) ?? usual);
}

const sourceOf = (check: VehicleCheck): LiveSource =>
  check === 'draw' ? { kind: 'draw_meter', field: 'amps' } : { kind: 'voltmeter', field: 'volts' };

/** A simulated meter is told where its probes are held; a real one is held there. */
function useProbesAt(check: VehicleCheck): void {
  const link = useLink();
  const meter = useLive((there) => {
    const found = there.find('voltmeter');
    return found?.simulated ? found.name : null;
  });
  const at = check === 'draw' ? 'posts' : check;
  useEffect(() => {
    if (!link || !meter) return;
    link.send([writeLine('handle', meter, { at }), writeLine('reset', meter)].join('\n'));
    return () =>
      link.send([writeLine('handle', meter, { at: 'posts' }), writeLine('reset', meter)].join('\n'));
  }, [link, meter, at]);
}

function ownFigures(before: { ownFrom: number | null; ownTo: number | null } | null): NumberField<Name>[] {
  return [
    {
      name: 'ownFrom',
      label: 'Its own figure, from',
      quantity: 'regulatedVolts',
      unit: 'V',
      initial: before?.ownFrom ?? null,
      emptyMeans: 'house rules',
    },
    {
      name: 'ownTo',
      label: 'to',
      quantity: 'regulatedVolts',
      unit: 'V',
      initial: before?.ownTo ?? null,
      emptyMeans: 'house rules',
    },
  ];
}
