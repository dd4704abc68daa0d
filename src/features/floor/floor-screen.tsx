'use client';

import dynamic from 'next/dynamic';
import type { FloorView } from '@/core/exchange/views';
import { ScanField } from './scan-field';

const FloorBoard = dynamic(() => import('./floor-board'), {
  ssr: false,
  loading: () => <p className="text-soft">Laying the bench out …</p>,
});

/** What needs my hands now: the scan field, what is on the bench, what was done today. */
export function FloorScreen({
  floor,
  focusScan,
}: {
  readonly floor: FloorView;
  readonly focusScan: boolean;
}) {
  return (
    <main className="mx-auto grid max-w-7xl gap-6 px-4 py-5">
      <h1 className="sr-only">Floor</h1>
      <ScanField startFocused={focusScan} />
      <FloorBoard floor={floor} />
    </main>
  );
}
