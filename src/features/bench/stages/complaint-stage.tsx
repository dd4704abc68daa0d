import { COMPLAINTS, SYMPTOMS, type Symptom } from '@/core/steps/complaint/plans';
import type { StageProps } from './stage-props';

/** Why it came in: one touch, and what the complaint points at beside the battery. */
export function ComplaintStage({ capture }: StageProps) {
  return (
    <ul className="grid gap-2 sm:grid-cols-2">
      {SYMPTOMS.map((symptom, index) => (
        <li key={symptom} className="grid">
          <Answer symptom={symptom} first={index === 0} onChoose={() => capture('complaint', { symptom })} />
        </li>
      ))}
    </ul>
  );
}

function Answer({
  symptom,
  first,
  onChoose,
}: {
  readonly symptom: Symptom;
  readonly first: boolean;
  readonly onChoose: () => void;
}) {
  const { label, pointsAt } = COMPLAINTS[symptom];
  return (
    <button
      type="button"
      data-first={first || undefined}
      onClick={onChoose}
      className="grid min-h-20 content-start gap-0.5 rounded-md border border-line-strong bg-sheet px-4 py-2.5 text-left hover:bg-harbour-wash"
    >
      <span className="text-lg font-semibold">{label}</span>
      <span className="text-sm text-soft">{pointsAt ?? 'The usual order.'}</span>
    </button>
  );
}
