import { useState } from 'react';
import type { CONTACT_STATES } from '@/core/assessment/evidence';
import type { BatterySpec } from '@/core/battery/battery';
import { crankingRating } from '@/core/battery/cranking-rating';
import { convertRating, isRatingStandard, RATING_STANDARDS } from '@/core/battery/rating-standard';
import type { Compensation, ConductanceUnit } from '@/core/correction/conductance';
import { CRANKING_STANDS_FOR_COLD, conductanceCorrectedTwice } from '@/core/correction/double-correction';
import { writeLine } from '@/core/instruments/line';
import type { Quantity } from '@/core/quantity/entry';
import { Button } from '@/ui/button';
import { Select } from '@/ui/select';
import { AskInstrument } from '../live/ask-instrument';
import { useLive } from '../live/use-live';
import { NumberEntry } from '../number-entry';
import type { StageProps } from './stage-props';
import { temperatureField } from './temperature-field';

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
  const [named, setNamed] = useState<Compensation | null>(before?.compensated ?? null);
  const [contact, setContact] = useState<Contact>(before?.contact ?? 'clean');
  const told = useLive((there) => there.word('conductance', 'compensated'));
  const answered = useLive((there) => there.word('conductance', 'unit')) === unit;
  // A tester that says what it corrected for is believed; else amperes are corrected already, siemens and ohms are not.
  const usual = isRatingStandard(unit) ? 'both' : 'none';
  const compensated =
    named ?? (answered ? COMPENSATED.find(({ value }) => value === told)?.value : null) ?? usual;
  const chooseUnit = (chosen: ConductanceUnit) => {
    setUnit(chosen);
    setNamed(null);
  };
  return (
    <div className="grid gap-4">
      <NumberEntry
        key={unit}
        nominalVolts={spec.nominalVolts}
        captureLabel="Capture"
        onTyping={onTyping}
        before={
          <div className="grid items-end gap-3 sm:grid-cols-2">
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
              onChoose={setNamed}
            />
            <div className="grid items-end gap-3 sm:col-span-2 sm:grid-cols-[minmax(0,1fr)_auto]">
              <Select label="Contact" value={contact} options={CONTACT} onChoose={setContact} />
              <AskInstrument
                kind="conductance"
                label="Test"
                lines={(name) => [
                  writeLine('set', name, { unit }),
                  writeLine('handle', name, { one_jaw: contact === 'one_jaw' ? 'yes' : 'no' }),
                  writeLine('ask', name),
                ]}
              />
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
            // An answer in another unit is another number.
            ...(answered ? { live: { kind: 'conductance', field: 'value' } as const } : {}),
          },
          temperatureField(before ? before.temperatureC : (state.evidence.openCircuit?.temperatureC ?? null)),
        ]}
        capture={capture}
        onCapture={({ value, temperatureC }, by, take) =>
          take('conductance', { value: value ?? 0, unit, compensated, contact, temperatureC }, by)
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
