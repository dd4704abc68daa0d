'use client';

import { useRouter } from 'next/navigation';
import { ActButton } from './act-button';
import { Button } from './button';
import { KeyBar } from './key-bar';

/** The keys under a form that registers something: back to where one came from, or kept. */
export function RegisterKeys({
  isSending,
  keep,
}: {
  readonly isSending: boolean;
  /** What keeps it is called. */
  readonly keep: string;
}) {
  const router = useRouter();
  return (
    <KeyBar>
      <Button tone="quiet" large onClick={() => router.back()}>
        Cancel
      </Button>
      <ActButton act="register" type="submit" tone="main" large shortcut="Enter" disabled={isSending}>
        {keep}
      </ActButton>
    </KeyBar>
  );
}
