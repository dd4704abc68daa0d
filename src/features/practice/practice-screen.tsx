'use client';

import { Dices, PencilRuler } from 'lucide-react';
import { useState } from 'react';
import { caseOfCode, MOST_SEED, randomCode } from '@/core/practice/case-code';
import { GRADED_CASES } from '@/core/practice/graded-cases';
import {
  GRADED_RECORDINGS,
  MOST_RECORDING_SEED,
  randomRecordingCode,
  recordingCaseOf,
} from '@/core/practice/recording/recording-case';
import { GRADED_VEHICLE_CASES } from '@/core/practice/vehicle/graded-vehicle-cases';
import { MOST_VEHICLE_SEED, randomVehicleCode, vehicleCaseOf } from '@/core/practice/vehicle/vehicle-code';
import type { Problem } from '@/core/quantity/result';
import { Button, buttonClass } from '@/ui/button';
import { Link } from '@/ui/link';
import { Moment } from '@/ui/moment';
import { Problems } from '@/ui/problems';
import { useSite } from '@/ui/site';
import { useGoTo } from '@/ui/use-go-to';
import { dropCase, type KeptCase, useKeptCases } from './kept-case';
import { type KeptAttempt, useAttempts } from './progress';

const LEVELS = [1, 2, 3] as const;
const LEVEL_WORDS = {
  1: 'To begin with',
  2: 'Traps of the day',
  3: 'The fault may be elsewhere',
} as const;
/** Attempts that the list of one's own progress shows. */
const SHOWN = 12;

/** Where a case is worked: a battery on the Bench, or a vehicle by its check. */
const addressOf = (code: string) => `/practice/${kindOf(code)}?code=${encodeURIComponent(code)}`;

const kindOf = (code: string) =>
  recordingCaseOf(code).ok ? 'recording' : vehicleCaseOf(code).ok ? 'vehicle' : 'case';

/** Cases to train on: graded ones, random ones that can be shared, and one's own progress. */
export function PracticeScreen() {
  const goTo = useGoTo();
  const { technicianId } = useSite();
  const attempts = useAttempts(technicianId);
  const left = useKeptCases(technicianId);
  const best = (code: string) =>
    attempts
      .filter((attempt) => attempt.code === code)
      .reduce((most, { score }) => Math.max(most, score), -1);
  return (
    <main className="mx-auto grid max-w-6xl gap-6 px-4 py-5">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1 className="text-2xl font-bold">Practice</h1>
          <p className="text-soft">
            Simulated batteries and vehicles with a hidden state, on the real Bench and the real check.
            Decide, then be told what was true.
          </p>
        </div>
        <Link href="/people/practice" className={`${buttonClass('quiet')} ml-auto`}>
          Results
        </Link>
        <Link href="/practice/compose" className={buttonClass('plain')}>
          <PencilRuler size={18} aria-hidden="true" />
          Compose a case
        </Link>
      </div>
      <div className="grid items-start gap-6 lg:grid-cols-[minmax(0,2fr)_minmax(0,1fr)]">
        <div className="grid gap-6">
          {LEVELS.map((level) => (
            <section key={level} aria-label={LEVEL_WORDS[level]} className="grid gap-2">
              <h2 className="heading">
                Level {level}: {LEVEL_WORDS[level]}
              </h2>
              <CaseList
                cases={Object.entries(GRADED_CASES).filter(([, known]) => known.level === level)}
                best={best}
              />
            </section>
          ))}
          <VehicleCases best={best} />
          <RecordingCases best={best} />
        </div>
        <div className="grid gap-6">
          <LeftInTheMiddle cases={left} />
          <section aria-label="Random case" className="sheet grid gap-3 p-4">
            <h2 className="heading">A case nobody knows</h2>
            <p className="text-soft">Drawn by chance. Its address gives the same case to anybody.</p>
            {LEVELS.map((level) => (
              <Button
                key={level}
                onClick={() => goTo(addressOf(randomCode(level, 1 + Math.floor(Math.random() * MOST_SEED))))}
              >
                <span className="flex items-center gap-2">
                  <Dices size={18} aria-hidden="true" /> Level {level}
                </span>
              </Button>
            ))}
            <CodeEntry onOpen={(code) => goTo(addressOf(code))} />
          </section>
          <Progress attempts={attempts} />
        </div>
      </div>
    </main>
  );
}

/** Cases by what is told of them, with the best that was made of each. */
function CaseList({
  cases,
  best,
}: {
  readonly cases: readonly (readonly [string, { readonly title: string; readonly story: string }])[];
  readonly best: (code: string) => number;
}) {
  return (
    <ul className="sheet divide-y">
      {cases.map(([code, { title, story }]) => (
        <li key={code}>
          <Link
            href={addressOf(code)}
            className="grid min-h-14 items-center gap-x-4 px-4 py-2 hover:bg-harbour-wash sm:grid-cols-[12rem_minmax(0,1fr)_5rem]"
          >
            <span className="text-lg font-semibold">{title}</span>
            <span className="text-soft">{story}</span>
            <span className="figures text-right">{best(code) < 0 ? '' : `${best(code)} best`}</span>
          </Link>
        </li>
      ))}
    </ul>
  );
}

/** Whole vehicles: most of their batteries are innocent. */
function VehicleCases({ best }: { readonly best: (code: string) => number }) {
  const goTo = useGoTo();
  return (
    <section aria-label="Vehicles" className="grid gap-2">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h2 className="heading">Is it the battery at all? Whole vehicles</h2>
        <Button
          onClick={() =>
            goTo(addressOf(randomVehicleCode(1 + Math.floor(Math.random() * MOST_VEHICLE_SEED))))
          }
        >
          <span className="flex items-center gap-2">
            <Dices size={18} aria-hidden="true" /> One by chance
          </span>
        </Button>
      </div>
      <CaseList cases={Object.entries(GRADED_VEHICLE_CASES)} best={best} />
    </section>
  );
}

/** Cases that hand over a recording and nothing else. */
function RecordingCases({ best }: { readonly best: (code: string) => number }) {
  const goTo = useGoTo();
  return (
    <section aria-label="Recordings alone" className="grid gap-2">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h2 className="heading">Recordings alone</h2>
        <Button
          tone="quiet"
          onClick={() =>
            goTo(addressOf(randomRecordingCode(1 + Math.floor(Math.random() * MOST_RECORDING_SEED))))
          }
        >
          One nobody knows
        </Button>
      </div>
      <CaseList cases={Object.entries(GRADED_RECORDINGS)} best={best} />
    </section>
  );
}

/** Cases that were begun and not decided: they go on where they were left. */
function LeftInTheMiddle({ cases }: { readonly cases: readonly KeptCase[] }) {
  if (cases.length === 0) return null;
  return (
    <section aria-label="Left in the middle" className="sheet grid gap-1 p-4">
      <h2 className="heading">Left in the middle</h2>
      <ul className="divide-y">
        {cases.map(({ code, technicianId, title, savedAtMs }) => (
          <li key={code} className="flex items-center gap-2">
            <Link href={addressOf(code)} className="min-w-0 grow py-2 hover:bg-harbour-wash">
              <span className="block truncate font-semibold">{title}</span>
              <span className="block text-sm text-soft">
                <Moment atMs={savedAtMs} />
              </span>
            </Link>
            <Button tone="quiet" onClick={() => dropCase({ code, technicianId })}>
              Forget it<span className="sr-only">: {title}</span>
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** A case by its code, as somebody says it across the bench. */
function CodeEntry({ onOpen }: { readonly onOpen: (code: string) => void }) {
  const [code, setCode] = useState('');
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  return (
    <form
      className="grid gap-2 border-t pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        const read = caseOfCode(code.trim());
        if (read.ok || kindOf(code.trim()) !== 'case') onOpen(code.trim());
        else setProblems(read.problems);
      }}
    >
      <label className="grid gap-1">
        <span className="heading">Or by its code</span>
        <span className="flex gap-2">
          <input
            value={code}
            placeholder="2-481"
            maxLength={40}
            className="figures min-h-12 w-full min-w-0 rounded-md border border-line-strong bg-sheet px-3"
            onChange={(event) => {
              setCode(event.target.value);
              setProblems([]);
            }}
          />
          <Button type="submit">Open</Button>
        </span>
      </label>
      <Problems problems={problems} />
    </form>
  );
}

function Progress({ attempts }: { readonly attempts: readonly KeptAttempt[] }) {
  const mean = (some: readonly KeptAttempt[]) =>
    some.length === 0 ? null : Math.round(some.reduce((sum, { score }) => sum + score, 0) / some.length);
  const [newest, before] = [mean(attempts.slice(-5)), mean(attempts.slice(-10, -5))];
  return (
    <section aria-label="Your progress" className="sheet grid gap-2 p-4">
      <h2 className="heading">Your progress</h2>
      {attempts.length === 0 ? (
        <p className="text-soft">No case finished yet in this browser.</p>
      ) : (
        <>
          <p>
            <span className="figures text-2xl font-semibold">{newest}</span> over the last five
            {before !== null && <span className="text-soft">, {before} over the five before</span>}
          </p>
          <ul className="grid gap-1">
            {attempts
              .slice(-SHOWN)
              .reverse()
              .map(({ atMs, code, title, score }) => (
                <li
                  key={atMs}
                  className="grid grid-cols-[minmax(0,1fr)_6rem_2.5rem] items-center gap-2 text-sm"
                >
                  <Link href={addressOf(code)} className="truncate underline">
                    {title}
                  </Link>
                  <Bar score={score} at={atMs} />
                  <span className="figures text-right">{score}</span>
                </li>
              ))}
          </ul>
        </>
      )}
    </section>
  );
}

function Bar({ score, at }: { readonly score: number; readonly at: number }) {
  return (
    <span>
      <span className="sr-only">
        <Moment atMs={at} />
      </span>
      <span aria-hidden="true" className="block h-2 bg-line">
        <span className="block h-2 bg-harbour" style={{ width: `${score}%` }} />
      </span>
    </span>
  );
}
