import { Check } from 'lucide-react';
import { Checkbox } from 'radix-ui';
import { useId } from 'react';

interface Props {
  readonly checked: boolean;
  readonly onChange: (checked: boolean) => void;
  /** What it says yes to; without, it needs a name. */
  readonly children?: React.ReactNode;
  readonly name?: string;
}

/** A yes or no with its sentence beside it; the whole line is the key. */
export function Tick({ checked, onChange, children, name }: Props) {
  const id = useId();
  const box = (
    <Checkbox.Root
      id={id}
      checked={checked}
      aria-label={name}
      onCheckedChange={(state) => onChange(state === true)}
      className="grid size-7 shrink-0 place-items-center rounded-md border-2 border-line-strong bg-sheet data-[state=checked]:border-harbour data-[state=checked]:bg-harbour"
    >
      <Checkbox.Indicator className="text-harbour-ink">
        <Check size={20} strokeWidth={3} aria-hidden="true" />
      </Checkbox.Indicator>
    </Checkbox.Root>
  );
  if (children === undefined) return box;
  return (
    <div className="flex min-h-12 items-center gap-3">
      {box}
      <label htmlFor={id} className="flex min-h-12 items-center">
        {children}
      </label>
    </div>
  );
}
