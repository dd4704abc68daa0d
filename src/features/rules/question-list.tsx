import { clsx } from 'clsx';
import type { HouseRules } from '@/core/rules/house-rules';
import { QUESTIONS, type Question, type School, schoolOf } from '@/core/rules/schools';

interface Props {
  /** In force now. */
  readonly current: HouseRules;
  readonly draft: HouseRules;
  readonly onChange: (draft: HouseRules) => void;
}

/** Each question of practice with its schools side by side. */
export function QuestionList({ current, draft, onChange }: Props) {
  return (
    <section aria-label="Questions" className="grid gap-5">
      {QUESTIONS.map((question) => (
        <Schools
          key={question.id}
          question={question}
          inForce={schoolOf(question, current)}
          chosen={schoolOf(question, draft)}
          onChoose={(school) => onChange(school.put(draft))}
        />
      ))}
    </section>
  );
}

interface SchoolsProps {
  readonly question: Question;
  readonly inForce: School | null;
  readonly chosen: School | null;
  readonly onChoose: (school: School) => void;
}

function Schools({ question, inForce, chosen, onChoose }: SchoolsProps) {
  return (
    <fieldset className="min-w-0">
      <legend className="mb-1.5 flex flex-wrap items-baseline gap-x-3">
        <span className="text-lg font-semibold">{question.asks}</span>
        <span className="text-sm text-soft">
          {question.weighsOn}
          {chosen === null && ' The figures are the house’s own.'}
        </span>
      </legend>
      <div className="grid grid-cols-[repeat(auto-fit,minmax(13.5rem,1fr))] gap-2">
        {question.schools.map((school) => (
          <SchoolCard
            key={school.id}
            name={question.id}
            school={school}
            chosen={school.id === chosen?.id}
            inForce={school.id === inForce?.id}
            onChoose={() => onChoose(school)}
          />
        ))}
      </div>
    </fieldset>
  );
}

interface CardProps {
  readonly name: string;
  readonly school: School;
  readonly chosen: boolean;
  readonly inForce: boolean;
  readonly onChoose: () => void;
}

function SchoolCard({ name, school, chosen, inForce, onChoose }: CardProps) {
  const { id, label, goodFor, errs } = school;
  return (
    <label
      className={clsx(
        'grid cursor-pointer content-start gap-1 rounded-md border px-3 py-2.5 has-focus-visible:outline-3 has-focus-visible:outline-offset-2 has-focus-visible:outline-[var(--focus)]',
        chosen ? 'border-2 border-harbour bg-harbour-wash' : 'border-line-strong bg-sheet hover:bg-sunk',
      )}
    >
      <span className="flex items-baseline justify-between gap-2">
        <span className="flex items-baseline gap-2 font-semibold">
          <input
            type="radio"
            name={name}
            value={id}
            checked={chosen}
            onChange={onChoose}
            className="size-4"
          />
          {label}
        </span>
        {inForce && <span className="text-xs whitespace-nowrap text-soft">in force</span>}
      </span>
      <span className="text-sm">
        <span className="text-serve">For:</span> {goodFor}
      </span>
      <span className="text-sm text-soft">
        <span className="text-warn">When it is wrong:</span> {errs}
      </span>
    </label>
  );
}
