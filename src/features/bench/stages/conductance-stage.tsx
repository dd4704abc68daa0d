import { useState } from 'react';
import type { CONTACT_STATES } from '@/core/assessment/evidence';
import { ASSUMED_TEMPERATURE_C } from '@/core/assessment/reference';
import type { BatterySpec } from '@/core/battery/battery';
import { crankingRating } from '@/core/battery/cranking-rating';
import { convertRating, isRatingStandard, RATING_STANDARDS } from '@/core/battery/rating-standard';
import type { Compensation, ConductanceUnit } from '@/core/correction/conductance';
import { CRANKING_STANDS_FOR_COLD, conductanceCorrectedTwice } from '@/core/correction/double-correction';
import type { Quantity } from '@/core/quantity/entry';
import { Button } from '@/ui/button';
import { Select } from '@/ui/select';
import { NumberEntry } from '../number-entry';
import type { StageProps } from './stage-props';

type Contact = (typeof CONTACT_STATES)[number];

const UNIT_LABELS: Readonly<Partial<Record<ConductanceUnit, string>>> = { S: 'siemens', mohm: 'milliohms' };
const UNITS: readonly ConductanceUnit[] = [...RATING_STANDARDS, 'S', 'mohm'];

const COMPENSATED: readonly { readonly value: Compensation; readonly label: string }[] = [
  { value: 'both', label: 'temperature and charge' },
  { value: 'temp', label: 'temperature only' },
  { value: 'none', label: 'nothing' },
];

const CONTACT: readonly { readonly value: Contact; readonly label: string }[] = [
  { value: 'clean', label: 'Both jaws on clean lead, nothing connected' },
  { value: 'one_jaw', label: 'One jaw only, or on the bolt' },
  { value: 'load_on', label: 'A load or charger connected' },
  { value: 'in_set', label: 'Joined to other batteries' },
];

/** A conductance tester's figure, in its unit, with what the tester has corrected for: it is never corrected twice. */
export function ConductanceStage({ spec, state, correcting, onTyping, capture }: StageProps) {
  const before = correcting?.kind === 'conductance' ? correcting.data : null;
  const [unit, setUnit] = useState<ConductanceUnit>(before?.unit ?? spec.ratings[0]?.standard ?? 'SAE');
  const [compensated, setCompensated] = useState<Compensation>(before?.compensated ?? 'both');
  const [contact, setContact] = useState<Contact>(before?.contact ?? 'clean');
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
            <Select
              label="The tester shows"
              value={unit}
              options={UNITS.map((known) => ({
                value: known,
                label: UNIT_LABELS[known] ?? `amperes ${known}`,
              }))}
              onChoose={chooseUnit}
            />
            <Select
              label="It has corrected for"
              value={compensated}
              options={COMPENSATED}
              onChoose={setCompensated}
            />
            <div className="sm:col-span-2">
              <Select label="Contact" value={contact} options={CONTACT} onChoose={setContact} />
            </div>
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
          capture('conductance', { value: value ?? 0, unit, compensated, contact, temperatureC })
        }
        picture={({ value, temperatureC }) => (
          <Notes
            spec={spec}
            unit={unit}
            value={value}
            contact={contact}
            twice={conductanceCorrectedTwice(unit, compensated, temperatureC)}
          />
        )}
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

/** Half and twice the rating: outside it, the standard is likely another one. A model of ours. */
const OTHER_STANDARD = [0.5, 1.35] as const;

function Notes({
  spec,
  unit,
  value,
  contact,
  twice,
}: {
  readonly spec: BatterySpec;
  readonly unit: ConductanceUnit;
  readonly value: number | null;
  readonly contact: Contact;
  readonly twice: string | null;
}) {
  const rated = crankingRating(spec)?.saeAmps;
  const share =
    isRatingStandard(unit) && rated !== undefined && value !== null && value > 0
      ? convertRating(value, unit, 'SAE').amps / rated
      : null;
  const strange = share !== null && (share < OTHER_STANDARD[0] || share > OTHER_STANDARD[1]);
  return (
    <div className="grid gap-1 text-warn">
      {twice && <p role="status">{twice}</p>}
      {contact !== 'clean' && (
        <p role="status">Not conclusive so: shown, but it neither serves nor retires.</p>
      )}
      {strange && share !== null && (
        <p role="status">
          That is {Math.round(share * 100)} % of the rating. Is the tester set to the standard on the label?
        </p>
      )}
      {isRatingStandard(unit) && <p className="text-sm text-soft">{CRANKING_STANDS_FOR_COLD}</p>}
    </div>
  );
}

function quantityOf(unit: ConductanceUnit): Quantity {
  if (unit === 'S') return 'siemens';
  return unit === 'mohm' ? 'milliohms' : 'ratingAmps';
}
