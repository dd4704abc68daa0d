'use client';

import { Download, Upload } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { SITE_LIMIT_BYTES, tooLarge } from '@/core/exchange/import/limits';
import type { SiteTally } from '@/core/exchange/views';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, type Reply } from '@/ui/api';
import { Button, buttonClass } from '@/ui/button';
import { Problems } from '@/ui/problems';
import { FileDrop } from './file-drop';

/** Everything out, and everything in: to move a site, to keep a copy, to take one run along. */
export function SiteFiles() {
  const router = useRouter();
  const [file, setFile] = useState<File | null>(null);
  const [tally, setTally] = useState<SiteTally | null>(null);
  const [done, setDone] = useState(false);
  const [busy, setBusy] = useState(false);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const bring = async (chosen: File, store: boolean) => {
    const tooBig = tooLarge(chosen.size, SITE_LIMIT_BYTES);
    if (tooBig) return setProblems([tooBig]);
    setBusy(true);
    const reply = await post(chosen, store);
    setBusy(false);
    setProblems(problemsOf(reply));
    if ('unreachable' in reply || !reply.ok) return setTally(null);
    setTally(reply.value);
    setDone(store);
    if (store) router.refresh();
  };
  const look = (chosen: File) => {
    setFile(chosen);
    setTally(null);
    setDone(false);
    void bring(chosen, false);
  };
  return (
    <section aria-label="The whole site" className="grid gap-3">
      <h2 className="text-xl font-semibold">The whole site</h2>
      <a href="/api/site" download className={buttonClass()}>
        <Download size={18} aria-hidden="true" />
        Save everything as a file
      </a>
      <FileDrop label="Choose the file of a site or of a run" accept=".json,application/json" onFile={look}>
        <Upload size={20} aria-hidden="true" />
        {file ? file.name : 'Bring in the file of a site or a run'}
      </FileDrop>
      {busy && <p className="text-soft">Reading the file …</p>}
      <Problems problems={problems} />
      {tally && file && (
        <div className="sheet grid gap-3 p-4" aria-live="polite">
          <p>
            {done ? 'Stored: ' : 'It would add '}
            {tallyWords(tally)}.
            {tally.knownRuns > 0 && ` ${tally.knownRuns} of its runs are here already and stay as they are.`}
          </p>
          {!done && (
            <Button tone="main" disabled={busy || nothing(tally)} onClick={() => bring(file, true)}>
              Bring it in
            </Button>
          )}
        </div>
      )}
    </section>
  );
}

const nothing = ({ technicians, rules, batteries, runs, lots }: SiteTally) =>
  technicians + rules + batteries + runs + lots === 0;

function tallyWords({ batteries, runs, rules, technicians, lots }: SiteTally): string {
  const count = (number: number, one: string, many: string) => `${number} ${number === 1 ? one : many}`;
  return [
    count(batteries, 'battery', 'batteries'),
    count(runs, 'run', 'runs'),
    count(lots, 'rack', 'racks'),
    `${rules} version${rules === 1 ? '' : 's'} of house rules`,
    count(technicians, 'technician', 'technicians'),
  ].join(', ');
}

async function post(file: File, store: boolean): Promise<Reply<SiteTally>> {
  try {
    const meta = JSON.stringify({ store });
    const response = await fetch(`/api/site?${new URLSearchParams({ meta })}`, {
      method: 'POST',
      body: file,
    });
    return (await response.json()) as Reply<SiteTally>;
  } catch {
    return { unreachable: true };
  }
}
