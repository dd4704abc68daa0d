import { useId } from 'react';

interface Props<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly { readonly value: T; readonly label: string }[];
  readonly onChoose: (value: T) => void;
}

/** A choice from a longer list, big enough for a glove. */
export function Select<T extends string>({ label, value, options, onChoose }: Props<T>) {
  const id = useId();
  return (
    <div className="grid min-w-0 gap-1">
      <label htmlFor={id} className="heading">
        {label}
      </label>
      <select
        id={id}
        className="min-h-12 w-full min-w-0 rounded-md border border-line-strong bg-sheet px-3"
        value={value}
        onChange={(event) => onChoose(event.target.value as T)}
      >
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
    </div>
  );
}
