'use client';

import { useEffect, useRef } from 'react';
import { isLeadAcid } from '@/core/battery/construction';
import type { BatteryRecord, FoundBattery } from '@/core/exchange/views';
import { BatteryLine } from '@/ui/battery-line';
import { Button, buttonClass } from '@/ui/button';
import { Link } from '@/ui/link';
import { Moment } from '@/ui/moment';
import { useSecondEnterHeld } from '@/ui/second-enter';
import { StartRun } from '@/ui/start-run';
import { useGoTo } from '@/ui/use-go-to';
import { VerdictLabel } from '@/ui/verdict-label';

interface Props {
  readonly tag: string;
  readonly found: FoundBattery;
}

/** What a scan led to, with the next action focused, so that Enter goes on. */
export function ScanResult({ tag, found }: Props) {
  const held = useSecondEnterHeld();
  return (
    <section
      aria-label="Scan result"
      className="sheet p-4"
      aria-live="polite"
      data-opening={held || undefined}
    >
      {found.exact ? <Known {...found.exact} /> : <Unknown tag={tag} similar={found.similar} />}
    </section>
  );
}

function Known({ battery, newest }: NonNullable<FoundBattery['exact']>) {
  return (
    <div className="flex flex-wrap items-center gap-x-6 gap-y-3">
      <div className="min-w-0 grow">
        <p className="figures text-2xl font-semibold">{battery.tag}</p>
        <BatteryLine battery={battery} />
        {newest?.assessment && newest.run.finishedAtMs !== null && (
          <p className="mt-1 flex flex-wrap items-center gap-2 text-sm">
            <VerdictLabel
              verdict={newest.assessment.verdict}
              grade={newest.assessment.grade}
              override={newest.assessment.override}
            />
            <Moment atMs={newest.run.finishedAtMs} as="day" />
          </p>
        )}
      </div>
      <Link href={`/batteries/${battery.id}`} className={buttonClass('plain', true)}>
        Its story
      </Link>
      {isLeadAcid(battery.type) && <StartRun batteryId={battery.id} focused />}
    </div>
  );
}

function Unknown({ tag, similar }: { readonly tag: string; readonly similar: readonly BatteryRecord[] }) {
  const goTo = useGoTo();
  const register = useRef<HTMLButtonElement>(null);
  useEffect(() => register.current?.focus(), []);
  return (
    <div className="grid gap-3">
      <div className="flex flex-wrap items-center gap-x-6 gap-y-3">
        <p className="grow text-lg">
          No battery has the tag <strong className="figures break-all">{tag}</strong>.
        </p>
        <Button
          ref={register}
          tone="main"
          large
          shortcut="Enter"
          onClick={() => goTo(`/batteries/new?tag=${encodeURIComponent(tag)}`)}
        >
          Register it
        </Button>
      </div>
      {similar.length > 0 && (
        <ul className="divide-y border-t">
          {similar.map((battery) => (
            <li key={battery.id}>
              <Link
                href={`/batteries/${battery.id}`}
                className="flex min-h-12 items-center gap-4 px-2 hover:bg-sunk"
              >
                <span className="figures font-semibold">{battery.tag}</span>
                <span className="truncate text-soft">{battery.place}</span>
              </Link>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
