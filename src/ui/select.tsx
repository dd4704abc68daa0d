import { clsx } from 'clsx';
import { Check, ChevronDown, ChevronUp } from 'lucide-react';
import { Select as Primitive } from 'radix-ui';
import { useId } from 'react';
import type { ControlProps } from './control';

export interface SelectOption<T extends string> {
  readonly value: T;
  readonly label: string;
}

interface BoxProps<T extends string> extends Partial<ControlProps> {
  readonly value: T;
  readonly options: readonly SelectOption<T>[];
  readonly onChoose: (value: T) => void;
  /** Its name, where no label stands beside it. */
  readonly name?: string;
  readonly className?: string;
}

/** The primitive keeps the empty value for itself: ours for "nothing said" goes by another. */
const NOTHING = '\u2205';
const inside = (value: string) => (value === '' ? NOTHING : value);

/** A choice from a list, big enough for a glove, in our own dress. */
export function SelectBox<T extends string>({
  value,
  options,
  onChoose,
  name,
  className,
  ...control
}: BoxProps<T>) {
  return (
    <Primitive.Root
      value={inside(value)}
      onValueChange={(chosen) => onChoose((chosen === NOTHING ? '' : chosen) as T)}
    >
      <Primitive.Trigger
        {...control}
        aria-label={name}
        className={clsx(
          'flex min-h-12 w-full min-w-0 items-center justify-between gap-2 rounded-md border border-line-strong bg-sheet px-3 text-left',
          className,
        )}
      >
        <span className="min-w-0 truncate">
          <Primitive.Value />
        </span>
        <ChevronDown size={18} aria-hidden="true" className="shrink-0 text-soft" />
      </Primitive.Trigger>
      <Primitive.Portal>
        <Primitive.Content
          position="popper"
          sideOffset={4}
          className="sheet z-30 max-h-(--radix-select-content-available-height) min-w-(--radix-select-trigger-width) overflow-hidden shadow-lg"
        >
          <Primitive.ScrollUpButton className="grid h-8 place-items-center text-soft">
            <ChevronUp size={18} aria-hidden="true" />
          </Primitive.ScrollUpButton>
          <Primitive.Viewport className="p-1">
            {options.map((option) => (
              <Primitive.Item
                key={option.value}
                value={inside(option.value)}
                data-value={option.value}
                className="flex min-h-11 cursor-default items-center justify-between gap-4 rounded-md px-3 outline-none select-none data-highlighted:bg-harbour-wash data-[state=checked]:font-semibold"
              >
                <Primitive.ItemText>{option.label}</Primitive.ItemText>
                <Primitive.ItemIndicator>
                  <Check size={18} aria-hidden="true" />
                </Primitive.ItemIndicator>
              </Primitive.Item>
            ))}
          </Primitive.Viewport>
          <Primitive.ScrollDownButton className="grid h-8 place-items-center text-soft">
            <ChevronDown size={18} aria-hidden="true" />
          </Primitive.ScrollDownButton>
        </Primitive.Content>
      </Primitive.Portal>
    </Primitive.Root>
  );
}

interface Props<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly SelectOption<T>[];
  readonly onChoose: (value: T) => void;
}

/** The same with its label over it. */
export function Select<T extends string>({ label, ...box }: Props<T>) {
  const id = useId();
  return (
    <div className="grid min-w-0 gap-1">
      <label htmlFor={id} className="heading">
        {label}
      </label>
      <SelectBox id={id} {...box} />
    </div>
  );
}
