import { useState } from 'react';
import { ASSUMED_TEMPERATURE_C } from '@/core/assessment/reference';
import { isRatingStandard, RATING_STANDARDS } from '@/core/battery/rating-standard';
import type { Compensation, ConductanceUnit } from '@/core/correction/conductance';
import type { Quantity } from '@/core/quantity/entry';
import { Button } from '@/ui/button';
import { NumberEntry } from '../number-entry';
import type { StageProps } from './stage-props';

const UNIT_LABELS: Readonly<Partial<Record<ConductanceUnit, string>>> = { S: 'siemens', mohm: 'milliohms' };
const UNITS: readonly ConductanceUnit[] = [...RATING_STANDARDS, 'S', 'mohm'];

const COMPENSATED: readonly { readonly value: Compensation; readonly label: string }[] = [
  { value: 'both', label: 'temperature and charge' },
  { value: 'temp', label: 'temperature only' },
  { value: 'none', label: 'nothing' },
];

const SELECT = 'min-h-12 w-full rounded-md border border-line-strong bg-sheet px-3';

/** A conductance tester's figure, in its unit, with what the tester has corrected for: it is never corrected twice. */
export function ConductanceStage({ spec, state, correcting, onTyping, capture }: StageProps) {
  const before = correcting?.kind === 'conductance' ? correcting.data : null;
  const [unit, setUnit] = useState<ConductanceUnit>(before?.unit ?? spec.ratings[0]?.standard ?? 'SAE');
  const [compensated, setCompensated] = useState<Compensation>(before?.compensated ?? 'both');
  const chooseUnit = (chosen: ConductanceUnit) => {
    setUnit(chosen);
    // Testers that show amperes have corrected already; bare siemens and ohms have not.
    setCompensated(isRatingStandard(chosen) ? 'both' : 'none');
  };
  return (
    <div className="grid gap-4">
      <NumberEntry
        key={unit}
        nominalVolts={spec.nominalVolts}
        captureLabel="Capture"
        onTyping={onTyping}
        before={
          <div className="grid gap-3 sm:grid-cols-2">
            <label className="grid gap-1">
              <span className="heading">The tester shows</span>
              <select
                className={SELECT}
                value={unit}
                onChange={(event) => chooseUnit(event.target.value as ConductanceUnit)}
              >
                {UNITS.map((known) => (
                  <option key={known} value={known}>
                    {UNIT_LABELS[known] ?? `amperes ${known}`}
                  </option>
                ))}
              </select>
            </label>
            <label className="grid gap-1">
              <span className="heading">It has corrected for</span>
              <select
                className={SELECT}
                value={compensated}
                onChange={(event) => setCompensated(event.target.value as Compensation)}
              >
                {COMPENSATED.map(({ value, label }) => (
                  <option key={value} value={value}>
                    {label}
                  </option>
                ))}
              </select>
            </label>
          </div>
        }
        fields={[
          {
            name: 'value',
            label: 'Reading',
            quantity: quantityOf(unit),
            unit: isRatingStandard(unit) ? 'A' : unit === 'S' ? 'S' : 'mΩ',
            initial: before?.value ?? null,
          },
          {
            name: 'temperatureC',
            label: 'Temperature',
            quantity: 'temperatureC',
            unit: '°C',
            initial: before ? before.temperatureC : (state.evidence.openCircuit?.temperatureC ?? null),
            emptyMeans: `${ASSUMED_TEMPERATURE_C} °C assumed`,
          },
        ]}
        onCapture={({ value, temperatureC }) =>
          capture('conductance', { value: value ?? 0, unit, compensated, temperatureC })
        }
      />
      {!correcting && (
        <Button
          tone="quiet"
          className="justify-self-start"
          onClick={() => capture('skip', { step: 'conductance', reason: 'no conductance tester at hand' })}
        >
          No conductance tester at hand: pass it over
        </Button>
      )}
    </div>
  );
}

function quantityOf(unit: ConductanceUnit): Quantity {
  if (unit === 'S') return 'siemens';
  return unit === 'mohm' ? 'milliohms' : 'ratingAmps';
}
