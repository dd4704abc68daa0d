import { ChevronDown } from 'lucide-react';
import { useState } from 'react';
import { CONSTRUCTION_FACTS } from '@/core/battery/construction';
import type { Problem } from '@/core/quantity/result';
import type { ReadingData } from '@/core/steps/reading';
import { Button } from '@/ui/button';
import { type Choice, Choices } from '@/ui/choices';
import { KeyBar, STAGE_COLUMN } from '@/ui/key-bar';
import { Problems } from '@/ui/problems';
import { BELT, CAPS, CASE, EYE, FUSE, HOLD_DOWN, LEVEL, SMELL, TERMINALS } from './inspect-choices';
import { inOrder, inOrderKeys, type Marks, markedInspection, marksOf } from './inspect-draft';
import { MeasuredFields, type MeasuredPoints, measuredPoints, readPoints } from './inspect-measured';
import type { StageProps } from './stage-props';

type Inspection = ReadingData<'inspection'>;

/** A point that is marked with one of a few answers. */
interface Point {
  readonly name: keyof Inspection;
  readonly legend: string;
  readonly choices: readonly Choice<string>[];
}

/** What is always looked at, in the order in which hands and eyes go. */
const ALWAYS: readonly Point[] = [
  { name: 'case', legend: 'Case', choices: CASE },
  { name: 'terminals', legend: 'Posts and clamps', choices: TERMINALS },
  { name: 'level', legend: 'Electrolyte level', choices: LEVEL },
  { name: 'smell', legend: 'Smell', choices: SMELL },
];
const OPENING: readonly Point[] = [{ name: 'caps', legend: 'Caps', choices: CAPS }];
const FIXING: readonly Point[] = [{ name: 'holdDown', legend: 'Hold-down', choices: HOLD_DOWN }];
const LOOKING_IN: readonly Point[] = [
  { name: 'eye', legend: 'Indicator eye: it looks into one cell only', choices: EYE },
  { name: 'belt', legend: 'Belt, in a vehicle', choices: BELT },
  { name: 'fuse', legend: 'Main fuse, in a vehicle', choices: FUSE },
];

/** Each point by itself, or all in order with one key. */
export function InspectStage({ spec, capture, correcting, onTyping }: StageProps) {
  const [marks, setMarks] = useState<Marks>(
    correcting?.kind === 'inspection' ? marksOf(correcting.data) : {},
  );
  const [measured, setMeasured] = useState<MeasuredPoints>(() =>
    measuredPoints(marks, spec.nominalVolts / 2),
  );
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const opens = CONSTRUCTION_FACTS[spec.construction].opens !== 'never';
  const marked = markedInspection(marks);
  const begun = Object.keys(marks).length > 0 || measured.topVolts !== '' || measured.levelsMm.some(Boolean);
  const take = (inspection: Inspection) => {
    const read = readPoints(measured);
    const found = begun && read.ok ? { ...inspection, ...read.value } : inspection;
    setProblems(read.ok ? capture('inspection', found) : read.problems);
  };
  const points = (some: readonly Point[]) => (
    <Points
      points={some}
      marks={marks}
      onMark={(mark) => {
        setMarks({ ...marks, ...mark });
        // What another screen captures meanwhile must not wipe what is marked here.
        onTyping();
      }}
    />
  );
  return (
    <form
      className={STAGE_COLUMN}
      onSubmit={(event) => {
        event.preventDefault();
        if (marked) take(marked);
      }}
    >
      {points(ALWAYS)}
      <details className="group" open={correcting !== null || undefined}>
        <summary className="flex min-h-11 list-none items-center gap-2">
          <ChevronDown size={18} aria-hidden="true" className="group-open:rotate-180" />
          Caps, hold-down, top, level a cell, indicator eye, belt, fuse
        </summary>
        <div className="grid gap-3 pt-1">
          {opens && points(OPENING)}
          {points(FIXING)}
          <MeasuredFields
            points={measured}
            opens={opens}
            onChange={(changed) => {
              setMeasured(changed);
              setProblems([]);
              onTyping();
            }}
          />
          {points(LOOKING_IN)}
        </div>
      </details>
      <Problems problems={problems} />
      <KeyBar>
        {inOrderKeys(spec.construction, marks).map((key, index) => (
          <Button
            key={key.label}
            tone={marked || index > 0 ? 'plain' : 'main'}
            large
            data-first={index === 0 || undefined}
            className="grow"
            onClick={() => take(inOrder(key, marks))}
          >
            {key.label}
          </Button>
        ))}
        <Button type="submit" tone={marked ? 'main' : 'plain'} large disabled={!marked} className="grow">
          Capture what is marked
        </Button>
      </KeyBar>
    </form>
  );
}

function Points({
  points,
  marks,
  onMark,
}: {
  readonly points: readonly Point[];
  readonly marks: Marks;
  readonly onMark: (mark: Marks) => void;
}) {
  return (
    <>
      {points.map(({ name, legend, choices }) => (
        <Choices
          key={name}
          legend={legend}
          name={name}
          choices={choices}
          chosen={(marks[name] as string | null | undefined) ?? null}
          onChoose={(value) => onMark({ [name]: value })}
        />
      ))}
    </>
  );
}
