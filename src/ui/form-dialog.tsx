import type { Problem } from '@/core/quantity/result';
import { Button } from './button';
import { DialogFrame } from './dialog-frame';
import { Problems } from './problems';

interface Props {
  readonly title: string;
  /** What the key says that sends it. */
  readonly keep: string;
  readonly isSending: boolean;
  /** What is wrong with it as a whole; what is wrong with a field stands there. */
  readonly problems: readonly Problem[];
  readonly onSend: (event: React.FormEvent<HTMLFormElement>) => void;
  readonly onClose: () => void;
  readonly children: React.ReactNode;
}

/** A form over a screen: something is added or put right, and sent, or left. */
export function FormDialog({ title, keep, isSending, problems, onSend, onClose, children }: Props) {
  return (
    <DialogFrame
      title={title}
      className="top-[6vh] grid max-h-[88vh] w-[min(94vw,44rem)] gap-4 overflow-y-auto p-5"
      onClose={onClose}
    >
      <form onSubmit={onSend} noValidate className="grid gap-4">
        {children}
        <Problems problems={problems} />
        <div className="flex gap-3">
          <Button type="submit" tone="main" large disabled={isSending}>
            {keep}
          </Button>
          <Button large onClick={onClose}>
            Leave it
          </Button>
        </div>
      </form>
    </DialogFrame>
  );
}
