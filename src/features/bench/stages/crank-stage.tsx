import { useState } from 'react';
import type { CrankCourse } from '@/core/assessment/crank-course';
import type { ENGINES } from '@/core/assessment/evidence';
import { loadTaskAt } from '@/core/assessment/load-result';
import { formatQuantity } from '@/core/quantity/format';
import { problem } from '@/core/quantity/result';
import { Choices } from '@/ui/choices';
import { LiveCrank } from '../live/live-crank';
import { instrumentName, useLink, useLive } from '../live/use-live';
import { NumberEntry } from '../number-entry';
import type { NumberField } from '../number-fields';
import type { StageProps } from './stage-props';
import { temperatureField } from './temperature-field';

type Engine = (typeof ENGINES)[number];

const ENGINE_CHOICES: readonly { readonly value: Engine; readonly label: string }[] = [
  { value: 'small', label: 'About 2 l' },
  { value: 'large', label: '3 l and more' },
  { value: 'motorcycle', label: 'Motorcycle' },
  { value: 'unknown', label: 'Other' },
];

/** The engine as the load: the lowest voltage that lasts, with the current where a clamp gave it. */
export function CrankStage({ spec, state, run, correcting, onTyping, capture }: StageProps) {
  const before = correcting?.kind === 'crank' ? correcting.data : null;
  const [engine, setEngine] = useState<Engine>(before?.engine ?? 'unknown');
  const known = before ? before.temperatureC : (state.evidence.openCircuit?.temperatureC ?? null);
  const task = loadTaskAt(state.evidence, known, run.view.rules);
  const link = useLink();
  const turnsHere = useLive((there) => there.find('starter') !== undefined) === true;
  const cranking = useLive(({ hold }) => hold.by === 'starter' && hold.state === 'holding') === true;
  const [course, setCourse] = useState<CrankCourse | 'too_short' | null>(null);
  const cranked = course === 'too_short' ? null : course;
  return (
    <div className="grid gap-2">
      <LiveCrank onCourse={(read) => setCourse(read ?? 'too_short')} />
      {course === 'too_short' && !cranking && (
        <p role="status" className="text-lg">
          Too short to tell what lasts: crank for 2 s or more.
        </p>
      )}
      <NumberEntry
        key={cranking ? 'cranking' : cranked ? JSON.stringify(cranked) : 'typed'}
        nominalVolts={spec.nominalVolts}
        captureLabel="Capture"
        onTyping={onTyping}
        before={
          <Choices
            legend="Engine"
            name="engine"
            choices={ENGINE_CHOICES}
            chosen={engine}
            onChoose={setEngine}
          />
        }
        fields={[
          {
            name: 'volts',
            label: cranking ? 'Voltage, cranking' : 'Lowest sustained voltage, after the first second',
            quantity: 'crankVolts',
            unit: 'V',
            initial: cranking ? null : (cranked?.volts ?? before?.volts ?? null),
            ...liveVolts(cranking, turnsHere),
          },
          {
            name: 'meanVolts',
            label: 'Mean voltage',
            quantity: 'crankVolts',
            unit: 'V',
            initial: cranked?.meanVolts ?? before?.meanVolts ?? null,
            emptyMeans: 'not recorded',
          },
          {
            name: 'amps',
            label: 'Mean current',
            quantity: 'loadAmps',
            unit: 'A',
            initial: cranked?.amps ?? before?.amps ?? null,
            emptyMeans: 'not measured',
          },
          {
            name: 'seconds',
            label: 'Cranked for',
            quantity: 'crankSeconds',
            unit: 's',
            initial: cranked?.seconds ?? before?.seconds ?? null,
            emptyMeans: 'not timed',
          },
          {
            name: 'inrushVolts',
            label: 'First dip',
            quantity: 'crankVolts',
            unit: 'V',
            initial: cranked?.inrushVolts ?? before?.inrushVolts ?? null,
            emptyMeans: 'not sampled',
          },
          temperatureField(known),
        ]}
        capture={capture}
        onCapture={({ volts, amps, seconds, inrushVolts, temperatureC }, by, take) => {
          if (cranking) return [problem('Crank it', 'the starter turning', 'the key off')];
          return take(
            'crank',
            { volts: volts ?? 0, amps, seconds, inrushVolts, temperatureC, engine },
            cranked && cranked.volts === volts ? instrumentName(link, 'voltmeter') : by,
          );
        }}
        picture={() =>
          task && (
            <p className="text-soft">
              A current near the rated load of {formatQuantity(task.ratedAmps, 'A')}, with its time, tells
              health as a load test does.
            </p>
          )
        }
      />
    </div>
  );
}

/**
 * While it cranks the meter is shown as it goes. Without a starter that speaks its lowest is the reading, once it was
 * cleared after the first second.
 */
function liveVolts(cranking: boolean, turnsHere: boolean): Pick<NumberField, 'live'> {
  if (cranking) return { live: { kind: 'voltmeter', field: 'volts' } };
  return turnsHere ? {} : { live: { kind: 'voltmeter', field: 'least' } };
}
