'use client';

import { Download, Upload } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { uuidv7 } from 'uuidv7';
import type { SiteTally } from '@/core/exchange/arrival-views';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, type Reply } from '@/ui/api';
import { Button } from '@/ui/button';
import { Problems } from '@/ui/problems';
import { useBarred, useSite } from '@/ui/site';
import { FileDrop } from './file-drop';
import { type SavedSite, saveSite } from './save-site';
import { watchedReply } from './watched-reply';

/** Everything out, and everything in: to move a site, to keep it in an open form, to take one run along. */
export function SiteFiles() {
  const [notOut, notIn] = [useBarred('export_site'), useBarred('bring_site')];
  return (
    <section aria-label="The whole site" className="grid gap-3">
      <h2 className="text-xl font-semibold">The whole site</h2>
      <p className="text-soft">
        Batteries, runs, racks, people, vehicles and house rules in one open file: to move a site, or to join
        two. A run alone, saved on its Bench, comes in here too.
      </p>
      {notOut ? <p className="text-soft">{notOut}</p> : <SaveSite />}
      {notIn ? <p className="text-soft">{notIn}</p> : <BringSite />}
    </section>
  );
}

const megabytes = (bytes: number) => `${(bytes / 1_000_000).toFixed(1)} MB`;

function SaveSite() {
  const [bytes, setBytes] = useState<number | null>(null);
  const [saved, setSaved] = useState<SavedSite | null>(null);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const saving = useRef<AbortController | null>(null);
  const save = async () => {
    saving.current = new AbortController();
    setSaved(null);
    setProblems([]);
    setBytes(0);
    try {
      setSaved(await saveSite(saving.current.signal, setBytes));
    } catch {
      setProblems([saving.current.signal.aborted ? STOPPED_SAVING : CUT]);
    }
    setBytes(null);
  };
  return (
    <>
      {bytes === null ? (
        <Button onClick={save}>
          <span className="flex items-center gap-3">
            <Download size={18} aria-hidden="true" />
            Save everything as a file
          </span>
        </Button>
      ) : (
        <div className="flex flex-wrap items-center gap-3" aria-live="polite">
          <p className="mr-auto">
            Writing the file: <span className="figures">{megabytes(bytes)}</span>
          </p>
          <Button onClick={() => saving.current?.abort()}>Stop</Button>
        </div>
      )}
      <Problems problems={problems} />
      {saved && (
        <div className="sheet grid gap-2 p-4" role="status">
          <p>
            Saved: <span className="figures">{saved.records}</span> records, {megabytes(saved.bytes)}.
            {saved.leftOutCount === 0 && ' All of it can be brought back.'}
          </p>
          <LeftOut words={saved.leftOut} count={saved.leftOutCount} />
        </div>
      )}
    </>
  );
}

const STOPPED_SAVING: Problem = {
  field: 'file',
  found: '',
  expected: '',
  message: 'Stopped. No file was saved.',
};
const CUT: Problem = {
  field: 'file',
  found: '',
  expected: '',
  message: 'The server did not send all of it, so no file was saved. Try again.',
};

function LeftOut({ words, count }: { readonly words: readonly string[]; readonly count: number }) {
  if (count === 0) return null;
  return (
    <div className="rounded-md border border-warn bg-warn-wash px-4 py-2 text-warn">
      <p>
        {count} could not be brought back as they stand, and are left out of the file. A copy of the data has
        them.
      </p>
      <ul className="text-sm">
        {words.slice(0, 5).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </div>
  );
}

function BringSite() {
  const router = useRouter();
  const { technicianId } = useSite();
  const [file, setFile] = useState<{ readonly file: File; readonly id: string } | null>(null);
  const [tally, setTally] = useState<SiteTally | null>(null);
  const [done, setDone] = useState(false);
  const [runs, setRuns] = useState<number | null>(null);
  const [storing, setStoring] = useState(false);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const working = useRef<AbortController | null>(null);
  const bring = async (chosen: { readonly file: File; readonly id: string }, store: boolean) => {
    working.current?.abort();
    const own = new AbortController();
    working.current = own;
    setRuns(0);
    setStoring(store);
    setProblems([]);
    const meta = { store, id: chosen.id, name: chosen.file.name.slice(0, 120), technicianId };
    const reply = await post(chosen.file, meta, own.signal, setRuns);
    // Another file was chosen meanwhile: this answer is about none that is shown.
    if (working.current !== own) return;
    setRuns(null);
    setStoring(false);
    if (own.signal.aborted) return setProblems([STOPPED]);
    setProblems(problemsOf(reply));
    if ('unreachable' in reply || !reply.ok) return setTally(null);
    setTally(reply.value);
    setDone(store);
    if (store) router.refresh();
  };
  const look = (chosen: File) => {
    const next = { file: chosen, id: uuidv7() };
    setFile(next);
    setTally(null);
    setDone(false);
    void bring(next, false);
  };
  return (
    <>
      <FileDrop
        label="Choose the file of a site or of a run"
        accept=".json,.jsonl,.ndjson,application/json,application/x-ndjson"
        onFile={look}
        busy={storing}
      >
        <Upload size={20} aria-hidden="true" />
        {file ? file.file.name : 'Bring in the file of a site or a run'}
      </FileDrop>
      {runs !== null && (
        <div className="flex flex-wrap items-center gap-3" aria-live="polite">
          <p className="mr-auto text-soft">
            Reading the file{runs > 0 && <span className="figures">, {runs} runs so far</span>} …
          </p>
          <Button onClick={() => working.current?.abort()}>Stop</Button>
        </div>
      )}
      <Problems problems={problems} />
      {tally && file && (
        <div className="sheet grid gap-3 p-4" aria-live="polite">
          <p>
            {done ? 'Stored: ' : 'It would add '}
            {tallyWords(tally)}.
            {tally.knownRuns > 0 && ` ${tally.knownRuns} of its runs are here already and stay as they are.`}
          </p>
          <LeftOut words={tally.leftOut} count={tally.leftOut.length} />
          {!done && (
            <Button tone="main" disabled={runs !== null || nothing(tally)} onClick={() => bring(file, true)}>
              Bring it in
            </Button>
          )}
        </div>
      )}
    </>
  );
}

const STOPPED: Problem = {
  field: 'file',
  found: '',
  expected: '',
  message: 'Stopped. Nothing was stored.',
};

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

async function post(
  file: File,
  meta: unknown,
  signal: AbortSignal,
  onRuns: (runs: number) => void,
): Promise<Reply<SiteTally>> {
  try {
    const address = `/api/site?${new URLSearchParams({ meta: JSON.stringify(meta) })}`;
    const headers = { 'content-type': 'application/octet-stream' };
    const response = await fetch(address, { method: 'POST', headers, body: file, signal });
    return await watchedReply<SiteTally>(response, ({ stored, read }) => onRuns(stored ?? read ?? 0));
  } catch {
    return { unreachable: true };
  }
}
