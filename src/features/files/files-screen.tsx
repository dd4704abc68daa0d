'use client';

import { Download } from 'lucide-react';
import { useState } from 'react';
import type { ImportRecord } from '@/core/exchange/arrival-views';
import type { CopyRecord } from '@/core/exchange/copies';
import type { HouseRules } from '@/core/rules/house-rules';
import { ActLink } from '@/ui/act-link';
import { buttonClass } from '@/ui/button';
import { useBarred } from '@/ui/site';
import { BringBatteries } from './bring-batteries';
import { BringReadings } from './bring-readings';
import { Copies } from './copies';
import { ImportList } from './import-list';
import { SiteFiles } from './site-files';

interface Props {
  readonly rules: HouseRules;
  readonly imports: readonly ImportRecord[];
  readonly copies: readonly CopyRecord[];
}

/** Everything that comes in and goes out as a file. */
export function FilesScreen({ rules, imports, copies }: Props) {
  const [handedOver, setHandedOver] = useState<File | null>(null);
  const [stored, setStored] = useState<ImportRecord | null>(null);
  return (
    <main className="print-list mx-auto grid max-w-7xl grid-cols-1 items-start gap-x-8 gap-y-6 px-4 py-5 lg:grid-cols-[minmax(0,2fr)_minmax(0,1fr)]">
      <h1 className="sr-only">Files</h1>
      <div className="grid min-w-0 grid-cols-1 gap-6">
        <BringReadings rules={rules} onStored={setStored} onList={setHandedOver} />
        {stored && (
          <p role="status" className="sheet border-serve px-4 py-3">
            {stored.runs} {stored.runs === 1 ? 'run' : 'runs'} stored from {stored.name}. It can be taken back
            below.
          </p>
        )}
        <BringBatteries handedOver={handedOver} />
        <ImportList imports={imports} />
      </div>
      <div className="grid min-w-0 grid-cols-1 gap-6">
        <Copies copies={copies} />
        <SiteFiles />
        <section aria-label="Lists" className="grid gap-3">
          <h2 className="text-xl font-semibold">Lists as CSV</h2>
          <p className="text-soft">For a spreadsheet; both come in again as they went out.</p>
          <ActLink act="export_lists" href="/api/batteries/list" download>
            <Download size={18} aria-hidden="true" />
            All batteries
          </ActLink>
          <AllRuns />
        </section>
      </div>
    </main>
  );
}

/** The readings of the whole site: for whoever may take those out. */
function AllRuns() {
  const barred = useBarred('export_site');
  if (barred) return <p className="text-soft">{barred}</p>;
  return (
    <a href="/api/readings" download className={buttonClass()}>
      <Download size={18} aria-hidden="true" />
      All finished runs, with their grading
    </a>
  );
}
