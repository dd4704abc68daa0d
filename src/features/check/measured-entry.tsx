'use client';

import { useState } from 'react';
import { ASSUMED_SHOP_C } from '@/core/circuit/check-evidence';
import type { CheckState } from '@/core/circuit/check-of-readings';
import { formatQuantity } from '@/core/quantity/format';
import { MEASURED_FACTS, type MeasuredName } from '@/core/vehicle/check-reading';
import { readingProblems } from '@/core/vehicle/check-reading-problems';
import { isSide, PIECE_FACTS, type Segment, SIDE_FACTS } from '@/core/vehicle/path';
import {
  CLAMPS,
  type Clamp,
  engineForDrop,
  hasBothCurrents,
  readByClamp,
  typedAmount,
  typedAs,
  typedReading,
  valueTyped,
} from '@/core/vehicle/typed-reading';
import { Choices } from '@/ui/choices';
import { useWords } from '@/ui/site';
import { NumberEntry } from '../bench/number-entry';
import type { NumberField } from '../bench/number-fields';
import { DraftPlace } from '../bench/typed-draft';
import { FuseWalk } from './fuse-walk';
import { KeptFromStarting } from './kept-from-starting';
import { useProbesAt } from './probes-at';
import type { Check } from './use-check';

type FieldName = 'value' | 'amps' | 'minutes' | 'temperatureC';

/** What is measured: the number, what stands beside it, and how it was read. */
export function MeasuredEntry({
  check,
  state,
  name,
  segment,
  onTyping,
  onCaptured,
  children,
}: {
  readonly check: Check;
  readonly state: CheckState;
  readonly name: MeasuredName;
  readonly segment: Segment | null;
  readonly onTyping: () => void;
  readonly onCaptured: () => void;
  /** What stands under the fields. */
  readonly children: React.ReactNode;
}) {
  const words = useWords();
  const [clamp, setClamp] = useState<Clamp>('amps');
  const [unfit, setUnfit] = useState(false);
  const [fuse, setFuse] = useState('');
  const lastCurrent = state.evidence.drops.at(-1)?.current ?? 'starting';
  const [drawnBy, setDrawnBy] = useState(() => engineForDrop(segment, lastCurrent));
  const isDrop = name === 'drop_v';
  useProbesAt(name, segment, fuse);
  const typed = typedAs(name, clamp);
  const emptyMeans = words(`${ASSUMED_SHOP_C} °C taken`);
  const systemVolts = check.view.vehicle.systemVolts ?? 12;
  const beside = { segment, amps: null, drawnBy, clamp, minutes: null, temperatureC: null, unfit, fuse };
  const expectedOf = (field: string, value: number | null, amps: number | null) =>
    readingProblems(typedReading(name, value, { ...beside, amps }), systemVolts).find(
      (wrong) => wrong.field === field,
    )?.expected ?? null;
  const fields: NumberField<FieldName>[] = [
    {
      name: 'value',
      label: MEASURED_FACTS[name].label,
      ...typed,
      initial: null,
      live: { kind: 'probes', field: name, times: typedAmount(name, clamp) },
      expectedInstead: (value) => expectedOf(name, value, null),
    },
    ...(isDrop ? [{ ...DROP_CURRENT, expectedInstead: (amps: number) => expectedOf('amps', 0, amps) }] : []),
    ...(name === 'net_a' ? [MINUTES] : []),
    ...(name === 'rest_v' ? [{ ...TEMPERATURE, emptyMeans }] : []),
  ];
  return (
    <DraftPlace value={`${check.view.run.id} ${name} ${segment ?? ''}`}>
      <NumberEntry
        key={state.readings.filter(({ data }) => data.of === name).length}
        nominalVolts={systemVolts}
        captureLabel="Capture"
        fields={fields}
        onTyping={onTyping}
        capture={(kind, data, instrument) => check.capture(kind, data, instrument ? { instrument } : {})}
        onCapture={({ value, amps = null, minutes = null, temperatureC = null }, instrument, capture) => {
          const whole = { ...beside, amps, minutes, temperatureC };
          const wrong = capture('check_reading', typedReading(name, value, whole), instrument);
          if (wrong.length > 0) return wrong;
          // The next fuse is read in the same place.
          if (whole.fuse === '') onCaptured();
          setFuse('');
          return wrong;
        }}
        picture={({ value }) =>
          typed.unit === 'mV' &&
          value !== null &&
          !Number.isNaN(value) && (
            <p className="figures text-lg">
              That is {formatQuantity(valueTyped(name, clamp, value), 'A', { decimals: 1 })}.
            </p>
          )
        }
        before={
          <HowItIsRead
            name={name}
            segment={segment}
            drawnBy={drawnBy}
            onDrawnBy={setDrawnBy}
            clamp={clamp}
            onClamp={setClamp}
          />
        }
        after={
          <>
            {name === 'draw_a' && <FuseWalk state={state} fuse={fuse} onFuse={setFuse} />}
            {name === 'draw_a' && <UnfitMark isUnfit={unfit} onMark={setUnfit} />}
            {isDrop && drawnBy === 'cranking' && <KeptFromStarting check={check} state={state} />}
            {children}
            {state.readings.length === 0 && !check.practice && (
              <p className="text-sm text-soft">Every capture is stored at once.</p>
            )}
          </>
        }
      />
    </DraftPlace>
  );
}

/** Where the probes go, by which current, and how the clamp says it. */
function HowItIsRead({
  name,
  segment,
  drawnBy,
  onDrawnBy,
  clamp,
  onClamp,
}: {
  readonly name: MeasuredName;
  readonly segment: Segment | null;
  readonly drawnBy: ReturnType<typeof engineForDrop>;
  readonly onDrawnBy: (engine: 'cranking' | 'fast') => void;
  readonly clamp: Clamp;
  readonly onClamp: (clamp: Clamp) => void;
}) {
  const across = name === 'drop_v' ? segment : null;
  return (
    <>
      {across && <Probes segment={across} />}
      {across && hasBothCurrents(across) && (
        <Choices
          legend="Read while"
          name="drop-state"
          choices={DRAWN_BY}
          chosen={drawnBy === 'cranking' ? 'cranking' : 'fast'}
          onChoose={onDrawnBy}
        />
      )}
      {readByClamp(name) && (
        <Choices
          legend="The clamp gives"
          name="clamp"
          choices={CLAMP_CHOICES}
          chosen={clamp}
          onChoose={onClamp}
        />
      )}
    </>
  );
}

const DROP_CURRENT: NumberField<FieldName> = {
  name: 'amps',
  label: 'Current meanwhile',
  quantity: 'dropAmps',
  unit: 'A',
  initial: null,
  live: { kind: 'probes', field: 'amps' },
};
const MINUTES: NumberField<FieldName> = {
  name: 'minutes',
  label: 'Minutes since the start',
  quantity: 'minutesRunning',
  unit: 'min',
  initial: 4,
};
const TEMPERATURE: NumberField<FieldName> = {
  name: 'temperatureC',
  label: 'Battery temperature',
  quantity: 'temperatureC',
  unit: '°C',
  initial: null,
  live: { kind: 'probes', field: 'celsius' },
};

const DRAWN_BY = [
  { value: 'cranking', label: 'Cranking' },
  { value: 'fast', label: 'Running, loads on' },
] as const;
const CLAMP_CHOICES = (Object.keys(CLAMPS) as Clamp[]).map((value) => ({
  value,
  label: CLAMPS[value].label,
}));

/** Where the two probes go. */
function Probes({ segment }: { readonly segment: Segment }) {
  const { from, to } = isSide(segment) ? SIDE_FACTS[segment] : PIECE_FACTS[segment];
  return (
    <p className="text-lg">
      One probe on <strong>{from}</strong>, the other on <strong>{to}</strong>.
    </p>
  );
}

function UnfitMark({
  isUnfit,
  onMark,
}: {
  readonly isUnfit: boolean;
  readonly onMark: (isUnfit: boolean) => void;
}) {
  return (
    <label className="flex min-h-11 items-center gap-3">
      <input
        type="checkbox"
        className="size-6"
        checked={isUnfit}
        onChange={({ target }) => onMark(target.checked)}
      />
      Read with a clamp that shows no less than 10 mA: it cannot tell this limit, and counts for nothing
    </label>
  );
}
