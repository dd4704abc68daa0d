import { clsx } from 'clsx';
import { Button } from './button';

/**
 * Where the main key of a step stands: at the foot of the screen, in sight whatever stands above it, and in the same place
 * from step to step. Its parent is a column that fills the stage.
 */
export function KeyBar({
  children,
  className,
}: {
  readonly children: React.ReactNode;
  readonly className?: string;
}) {
  return (
    <div
      data-keys
      className={clsx(
        'sticky bottom-0 z-10 order-last mt-auto flex flex-wrap gap-3 border-t bg-paper py-2 *:grow',
        className,
      )}
    >
      {children}
    </div>
  );
}

/** The column that a step's content stands in, so that its keys come to stand at the foot. */
export const STAGE_COLUMN = 'flex grow flex-col gap-3';

/** The one key that goes on from a step: the step opens with the focus on it, and Enter presses it. */
export function MainKey({
  children,
  onPress,
  held = false,
}: {
  readonly children: React.ReactNode;
  readonly onPress: () => void;
  /** It keeps the focus and does nothing, for a moment. */
  readonly held?: boolean;
}) {
  return (
    <Button
      tone="main"
      large
      shortcut="Enter"
      data-first
      aria-disabled={held || undefined}
      onClick={held ? undefined : onPress}
    >
      {children}
    </Button>
  );
}
