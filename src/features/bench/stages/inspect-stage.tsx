import { useState } from 'react';
import { CONSTRUCTION_FACTS } from '@/core/battery/construction';
import type { ReadingData } from '@/core/procedure/reading';
import { Button } from '@/ui/button';
import { type Choice, Choices } from './choices';
import type { StageProps } from './stage-props';

type Inspection = ReadingData<'inspection'>;

const CASE: readonly Choice<Inspection['case']>[] = [
  { value: 'ok', label: 'Sound' },
  { value: 'cracked', label: 'Cracked', bad: true },
  { value: 'bulged', label: 'Bulged', bad: true },
  { value: 'leaking', label: 'Leaking', bad: true },
  { value: 'frozen', label: 'Frozen', bad: true },
];
const TERMINALS: readonly Choice<Inspection['terminals']>[] = [
  { value: 'ok', label: 'Clean and tight' },
  { value: 'corroded', label: 'Corroded', bad: true },
  { value: 'loose', label: 'Clamp loose', bad: true },
  { value: 'damaged', label: 'Post damaged or loose in the case', bad: true },
];
const LEVEL: readonly Choice<Inspection['level']>[] = [
  { value: 'ok', label: 'Over the plates' },
  { value: 'low', label: 'Low', bad: true },
  { value: 'exposed', label: 'Plates bare', bad: true },
  { value: 'sealed', label: 'Sealed' },
];
const SMELL: readonly Choice<Inspection['smell']>[] = [
  { value: 'none', label: 'None' },
  { value: 'rotten_egg', label: 'Rotten eggs', bad: true },
];

/** Each point by itself, or all in order with one key. */
export function InspectStage({ spec, capture, correcting }: StageProps) {
  const before = correcting?.kind === 'inspection' ? correcting.data : {};
  const [seen, setSeen] = useState<Partial<Inspection>>(before);
  const usualLevel = CONSTRUCTION_FACTS[spec.construction].opens === 'always' ? 'ok' : 'sealed';
  const { case: body, terminals, level, smell } = seen;
  const complete = body && terminals && level && smell;
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (complete) capture('inspection', { case: body, terminals, level, smell });
      }}
    >
      <Choices
        legend="Case"
        name="case"
        choices={CASE}
        chosen={body ?? null}
        onChoose={(value) => setSeen({ ...seen, case: value })}
      />
      <Choices
        legend="Posts and clamps"
        name="terminals"
        choices={TERMINALS}
        chosen={terminals ?? null}
        onChoose={(value) => setSeen({ ...seen, terminals: value })}
      />
      <Choices
        legend="Electrolyte level"
        name="level"
        choices={LEVEL}
        chosen={level ?? null}
        onChoose={(value) => setSeen({ ...seen, level: value })}
      />
      <Choices
        legend="Smell"
        name="smell"
        choices={SMELL}
        chosen={smell ?? null}
        onChoose={(value) => setSeen({ ...seen, smell: value })}
      />
      <div className="flex flex-wrap gap-3 pt-1">
        <Button
          tone={complete ? 'plain' : 'main'}
          large
          data-first
          className="grow"
          onClick={() =>
            capture('inspection', { case: 'ok', terminals: 'ok', level: usualLevel, smell: 'none' })
          }
        >
          {usualLevel === 'sealed' ? 'All in order, sealed' : 'All in order'}
        </Button>
        <Button type="submit" tone={complete ? 'main' : 'plain'} large disabled={!complete} className="grow">
          Capture what is marked
        </Button>
      </div>
    </form>
  );
}
