import { ChevronDown } from 'lucide-react';
import { useState } from 'react';
import { CONSTRUCTION_FACTS } from '@/core/battery/construction';
import type { ReadingData } from '@/core/procedure/reading';
import type { Problem } from '@/core/quantity/result';
import { Button } from '@/ui/button';
import { Problems } from '@/ui/problems';
import { Choices } from './choices';
import { BELT, CAPS, CASE, EYE, FUSE, HOLD_DOWN, LEVEL, SMELL, TERMINALS } from './inspect-choices';
import { MeasuredFields, type MeasuredPoints, measuredPoints, readPoints } from './inspect-measured';
import type { StageProps } from './stage-props';

type Inspection = ReadingData<'inspection'>;

/** Each point by itself, or all in order with one key. */
export function InspectStage({ spec, capture, correcting, onTyping }: StageProps) {
  const before = correcting?.kind === 'inspection' ? lookedAt(correcting.data) : {};
  const [seen, setSeen] = useState<Partial<Inspection>>(before);
  const [measured, setMeasured] = useState<MeasuredPoints>(() => measuredPoints(seen, spec.nominalVolts / 2));
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const usualLevel = CONSTRUCTION_FACTS[spec.construction].opens === 'always' ? 'ok' : 'sealed';
  const { case: body, terminals, level, smell } = seen;
  const complete = body && terminals && level && smell;
  const marked = Object.keys(seen).length > 0 || measured.topVolts !== '' || measured.levelsMm.some(Boolean);
  const take = (inspection: Inspection) => {
    const read = readPoints(measured);
    const found = marked && read.ok ? { ...inspection, ...read.value } : inspection;
    setProblems(read.ok ? capture('inspection', found) : read.problems);
  };
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (complete) take({ ...seen, case: body, terminals, level, smell });
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
      <details className="group" open={correcting !== null || undefined}>
        <summary className="flex min-h-11 list-none items-center gap-2">
          <ChevronDown size={18} aria-hidden="true" className="group-open:rotate-180" />
          Caps, hold-down, top, level a cell, indicator eye, belt, fuse
        </summary>
        <div className="grid gap-3 pt-1">
          {CONSTRUCTION_FACTS[spec.construction].opens !== 'never' && (
            <Choices
              legend="Caps"
              name="caps"
              choices={CAPS}
              chosen={seen.caps ?? null}
              onChoose={(caps) => setSeen({ ...seen, caps })}
            />
          )}
          <Choices
            legend="Hold-down"
            name="holdDown"
            choices={HOLD_DOWN}
            chosen={seen.holdDown ?? null}
            onChoose={(holdDown) => setSeen({ ...seen, holdDown })}
          />
          <MeasuredFields
            points={measured}
            opens={CONSTRUCTION_FACTS[spec.construction].opens !== 'never'}
            onChange={(points) => {
              setMeasured(points);
              setProblems([]);
              onTyping();
            }}
          />
          <Choices
            legend="Indicator eye: it looks into one cell only"
            name="eye"
            choices={EYE}
            chosen={seen.eye ?? null}
            onChoose={(eye) => setSeen({ ...seen, eye })}
          />
          <div className="flex flex-wrap gap-x-8 gap-y-3">
            <Choices
              legend="Belt, in a vehicle"
              name="belt"
              choices={BELT}
              chosen={seen.belt ?? null}
              onChoose={(belt) => setSeen({ ...seen, belt })}
            />
            <Choices
              legend="Main fuse, in a vehicle"
              name="fuse"
              choices={FUSE}
              chosen={seen.fuse ?? null}
              onChoose={(fuse) => setSeen({ ...seen, fuse })}
            />
          </div>
        </div>
      </details>
      <Problems problems={problems} />
      <div className="flex flex-wrap gap-3 pt-1">
        <Button
          tone={complete ? 'plain' : 'main'}
          large
          data-first
          className="grow"
          onClick={() => take({ case: 'ok', terminals: 'ok', level: usualLevel, smell: 'none', ...seen })}
        >
          {marked
            ? 'The rest is in order'
            : usualLevel === 'sealed'
              ? 'All in order, sealed'
              : 'All in order'}
        </Button>
        <Button type="submit" tone={complete ? 'main' : 'plain'} large disabled={!complete} className="grow">
          Capture what is marked
        </Button>
      </div>
    </form>
  );
}

/** The points that somebody looked at: the others are still to be marked. */
function lookedAt(inspection: Inspection): Partial<Inspection> {
  return Object.fromEntries(Object.entries(inspection).filter(([, point]) => point !== null));
}
