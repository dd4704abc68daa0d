import { Field, INPUT } from './field';

/** A labelled line to type in, whose text its form holds: a figure, or a day with its time. */
export function TypedField({
  label,
  hint,
  value,
  onType,
  ...input
}: {
  readonly label: string;
  readonly hint?: string;
  readonly value: string;
  readonly onType: (text: string) => void;
} & Pick<React.ComponentProps<'input'>, 'type' | 'inputMode' | 'maxLength'>) {
  return (
    <Field label={label} {...(hint === undefined ? {} : { hint })}>
      {(control) => (
        <input
          {...control}
          {...input}
          className={INPUT}
          value={value}
          onChange={({ target }) => onType(target.value)}
        />
      )}
    </Field>
  );
}
