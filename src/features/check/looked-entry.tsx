import { useState } from 'react';
import type { CheckState } from '@/core/circuit/check-of-readings';
import type { Problem } from '@/core/quantity/result';
import { LOOKED_FACTS, type LookedName } from '@/core/vehicle/check-reading';
import { Choices } from '@/ui/choices';
import { Problems } from '@/ui/problems';
import { useLive } from '../bench/live/use-live';
import { useProbesAt } from './probes-at';
import type { Check } from './use-check';

const STATE_LABELS: Readonly<Record<string, string>> = {
  ok: 'In order',
  slips: 'Slips',
  torn: 'Torn or off',
  blown: 'Blown',
  on: 'Lit',
  off: 'Dark',
};

/** What is looked at: one of a few things that can be seen. */
export function LookedEntry({
  check,
  state,
  name,
  onCaptured,
}: {
  readonly check: Check;
  readonly state: CheckState;
  readonly name: LookedName;
  readonly onCaptured: () => void;
}) {
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const { states, label } = LOOKED_FACTS[name];
  useProbesAt(name, null);
  const seen = useLive((there) => there.word('probes', name));
  const capture = (chosen: string) => {
    const wrong = check.capture('check_reading', {
      of: name,
      value: null,
      state: chosen,
      segment: null,
      amps: null,
      engine: null,
      loads: null,
      minutes: null,
      temperatureC: null,
      unfit: false,
    });
    setProblems(wrong);
    if (wrong.length === 0) onCaptured();
  };
  return (
    <>
      <Choices
        legend={label}
        hideLegend
        name={name}
        first
        choices={states.map((value, at) => ({ value, label: STATE_LABELS[value] ?? value, bad: at > 0 }))}
        chosen={state.evidence.looked[name] ?? null}
        onChoose={capture}
      />
      {seen && (
        <p className="text-lg">
          On the simulated vehicle: <strong>{(STATE_LABELS[seen] ?? seen).toLowerCase()}</strong>
        </p>
      )}
      <Problems problems={problems} />
    </>
  );
}
