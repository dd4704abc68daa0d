'use client';

import { Printer } from 'lucide-react';
import { Button } from './button';

/** Prints the page as it stands. */
export function PrintButton() {
  return (
    <Button tone="main" onClick={() => window.print()}>
      <span className="flex items-center gap-2">
        <Printer size={18} aria-hidden="true" /> Print
      </span>
    </Button>
  );
}
