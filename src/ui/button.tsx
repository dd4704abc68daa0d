import { clsx } from 'clsx';
import { Key } from './key';

export type ButtonTone = 'main' | 'plain' | 'quiet' | 'warn';

const TONES: Readonly<Record<ButtonTone, string>> = {
  main: 'bg-harbour text-harbour-ink border-harbour font-semibold hover:brightness-110',
  plain: 'bg-sheet text-ink border-line-strong hover:bg-harbour-wash',
  quiet:
    'bg-transparent text-ink border-transparent underline underline-offset-4 decoration-line-strong hover:bg-sunk',
  warn: 'bg-warn-wash text-warn border-warn font-semibold hover:brightness-105',
};

/** The classes of a button, for links that act as one. */
export function buttonClass(tone: ButtonTone = 'plain', large = false): string {
  return clsx(
    // Paper has no keys.
    'no-print inline-flex items-center justify-center gap-3 rounded-md border px-4 disabled:opacity-50',
    large ? 'min-h-16 text-xl' : 'min-h-12',
    TONES[tone],
  );
}

interface Props extends React.ComponentProps<'button'> {
  readonly tone?: ButtonTone;
  readonly large?: boolean;
  /** The key that does the same, shown on the button. */
  readonly shortcut?: string;
}

/** A button of at least 48 px, for gloves. */
export function Button({ tone = 'plain', large = false, shortcut, className, children, ...rest }: Props) {
  return (
    <button type="button" className={clsx(buttonClass(tone, large), className)} {...rest}>
      <span>{children}</span>
      {shortcut && <Key>{shortcut}</Key>}
    </button>
  );
}
