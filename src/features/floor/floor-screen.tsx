'use client';

import dynamic from 'next/dynamic';
import { LayingOut } from './laying-out';
import { NobodyLeads } from './nobody-leads';
import { ScanField } from './scan-field';

const ComingUp = dynamic(() => import('./coming-up').then((module) => module.ComingUp), { ssr: false });
const FloorBoard = dynamic(() => import('./floor-board'), {
  ssr: false,
  loading: LayingOut,
});

/** What needs my hands now: the scan field, what is on the bench, what was done today. */
export function FloorScreen(scan: React.ComponentProps<typeof ScanField>) {
  return (
    <main className="print-list mx-auto grid max-w-7xl gap-6 px-4 py-5">
      <h1 className="sr-only">Floor</h1>
      <ScanField {...scan} />
      <NobodyLeads />
      <FloorBoard />
      <ComingUp />
    </main>
  );
}
