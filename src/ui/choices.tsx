import { clsx } from 'clsx';

export interface Choice<T extends string> {
  readonly value: T;
  readonly label: string;
  readonly bad?: boolean;
}

interface Props<T extends string> {
  readonly legend: string;
  /** What is asked is plain from the answers: the legend is for who cannot see them side by side. */
  readonly hideLegend?: boolean;
  readonly name: string;
  readonly choices: readonly Choice<T>[];
  readonly chosen: T | null;
  readonly onChoose: (value: T) => void;
  /** The stage starts with the focus here. */
  readonly first?: boolean;
}

/**
 * One of a few answers, each big enough for a glove; arrow keys move between them. The chosen one is filled and never
 * bolder: a wider word would wrap the row and move what is about to be pressed.
 */
export function Choices<T extends string>({
  legend,
  hideLegend = false,
  name,
  choices,
  chosen,
  onChoose,
  first = false,
}: Props<T>) {
  return (
    <fieldset className="grid gap-1">
      <legend className={hideLegend ? 'sr-only' : 'heading mb-1'}>{legend}</legend>
      <div className="flex flex-wrap gap-1.5">
        {choices.map(({ value, label, bad }, index) => (
          <label
            key={value}
            className={clsx(
              'grid min-h-12 cursor-pointer place-items-center rounded-md border px-4 font-medium has-focus-visible:outline-3 has-focus-visible:outline-offset-2 has-focus-visible:outline-[var(--focus)]',
              value !== chosen && 'border-line-strong bg-sheet hover:bg-harbour-wash',
              value === chosen && !bad && 'border-harbour bg-harbour text-harbour-ink',
              value === chosen && bad && 'border-retire bg-retire text-sheet',
            )}
          >
            <input
              type="radio"
              name={name}
              value={value}
              checked={value === chosen}
              data-first={first && (value === chosen || (chosen === null && index === 0)) ? true : undefined}
              onChange={() => onChoose(value)}
              className="sr-only"
            />
            {label}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
