'use client';

import { clsx } from 'clsx';
import { Dialog } from 'radix-ui';

interface Props {
  readonly title: string;
  /** The title is only for who cannot see what the dialog is. */
  readonly hideTitle?: boolean;
  readonly description?: React.ReactNode;
  /** How wide and how high on the screen it stands. */
  readonly className: string;
  readonly onClose: () => void;
  readonly children: React.ReactNode;
}

/** What lies over a screen until it is closed, by its own keys or by Esc. */
export function DialogFrame({ title, hideTitle = false, description, className, onClose, children }: Props) {
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-10 bg-black/45" />
        <Dialog.Content
          {...(description === undefined ? { 'aria-describedby': undefined } : {})}
          className={clsx('sheet fixed left-1/2 z-20 -translate-x-1/2', className)}
        >
          <Dialog.Title className={hideTitle ? 'sr-only' : 'text-xl font-semibold'}>{title}</Dialog.Title>
          {description !== undefined && (
            <Dialog.Description className="text-soft">{description}</Dialog.Description>
          )}
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
