'use client';

import { useCallback, useMemo, useState } from 'react';
import { checkState, pulledIn } from '@/core/circuit/check-of-readings';
import type { CheckView } from '@/core/exchange/views';
import { attachVehicleLine } from '@/core/instruments/attach-vehicle';
import { likelyVehicle } from '@/core/instruments/likely-vehicle';
import { COMPLAINTS } from '@/core/steps/complaint/plans';
import { standingReadings } from '@/core/steps/current-readings';
import { CAUSE_LABELS, type Cause, chanceWords } from '@/core/vehicle/cause';
import { CHECK_NAMES, type CheckName, checkFacts } from '@/core/vehicle/check-reading';
import type { Segment } from '@/core/vehicle/path';
import { Button, buttonClass } from '@/ui/button';
import { Field, INPUT } from '@/ui/field';
import { Link } from '@/ui/link';
import { Moment } from '@/ui/moment';
import { StoreNotice } from '@/ui/outbox/store-notice';
import { useSite, useTechnicianName } from '@/ui/site';
import { InstrumentStrip } from '../bench/live/instrument-strip';
import { LinkProvider, useLink, useServerLink } from '../bench/live/use-live';
import { CausesPanel } from './causes-panel';
import { READING_GROUPS, ReadingList, readWords } from './reading-list';
import { ReadingStage } from './reading-stage';
import { ReadingsTaken } from './readings-taken';
import { type Check, useCheck } from './use-check';

/** Is it the battery at all? A vehicle read in the order that settles it soonest. */
export function CheckScreen({
  view,
  instruments,
}: {
  readonly view: CheckView;
  /** Whether this site has instruments that speak. */
  readonly instruments: boolean;
}) {
  const check = useCheck(view);
  const { run, vehicle } = check.view;
  // What simulated instruments are held to stays the same while the check goes on.
  const [hung] = useState(() => {
    const likely = likelyVehicle(vehicle, run.id);
    return likely && attachVehicleLine(likely);
  });
  const attached = useCallback(async () => hung ?? '', [hung]);
  const speaks = instruments && run.finishedAtMs === null && hung !== null;
  const link = useServerLink(speaks, `vehicle-${run.id}`, attached);
  return (
    <LinkProvider link={link}>
      <CheckAtVehicle check={check} head={<Head check={check} />} speaks={speaks} />
    </LinkProvider>
  );
}

/** A check with whatever instruments are there: what is read, where, and what it comes to. */
export function CheckAtVehicle({
  check,
  head,
  aside,
  speaks = false,
}: {
  readonly check: Check;
  readonly head: React.ReactNode;
  /** Whether there are instruments, though nothing may have been heard of them yet. */
  readonly speaks?: boolean;
  /** What stands beside it instead of its causes, where nobody is told them: nothing is proposed then either. */
  readonly aside?: React.ReactNode;
}) {
  const { view, readings } = check;
  const hasInstruments = useLink() !== null || speaks;
  const isTold = aside === undefined;
  const state = useMemo(() => {
    const whole = checkState(view.basis, readings, view.rules);
    return isTold ? whole : { ...whole, assessment: { ...whole.assessment, next: [] } };
  }, [view.basis, view.rules, readings, isTold]);
  const [probe] = state.assessment.next;
  const proposed = probe && probe.of !== 'battery' ? { name: probe.of, segment: probe.segment } : null;
  const [chosen, setChosen] = useState<{ name: CheckName; segment: Segment | null } | null>(null);
  const shown = chosen ?? proposed ?? { name: 'rest_v' as const, segment: null };
  const finished = view.run.finishedAtMs !== null;
  const probeShown = probe && probe.of === shown.name && probe.segment === shown.segment ? probe : null;
  return (
    <main className="mx-auto grid max-w-[96rem] grid-cols-[minmax(0,1fr)] gap-4 px-4 pb-4">
      {head}
      {!finished && hasInstruments && <InstrumentStrip what="vehicle" />}
      <div className="grid gap-5 lg:grid-cols-[16rem_minmax(0,1fr)_22rem]">
        <ReadingList
          state={state}
          chosen={shown.name}
          next={proposed?.name ?? null}
          onChoose={(name) => setChosen({ name, segment: null })}
        />
        <ReadingPicker
          name={shown.name}
          onChoose={(name) => setChosen({ name, segment: null })}
          words={(name) => readWords(state, name)}
        />
        <div className="flex min-w-0 flex-col lg:min-h-[calc(100vh-9rem)]">
          {finished ? (
            <Finished check={check} today={state.assessment.causes[0]?.cause ?? null} />
          ) : (
            <ReadingStage
              check={check}
              state={state}
              name={shown.name}
              segment={shown.segment}
              probe={probeShown}
              onSegment={(segment) => setChosen({ name: 'drop_v', segment })}
              onTyping={() => setChosen(shown)}
              onCaptured={() => setChosen(null)}
            />
          )}
          <ReadingsTaken check={check} state={state} isOpen={!finished} />
        </div>
        {aside ?? (
          <CausesPanel
            assessment={state.assessment}
            slots={view.slots}
            cautions={view.cautions}
            isOpen={!finished}
            onProbe={({ of, segment }) => of !== 'battery' && setChosen({ name: of, segment })}
          />
        )}
      </div>
    </main>
  );
}

function Head({ check }: { readonly check: Check }) {
  const { view, finish } = check;
  const isPulled = pulledIn(standingReadings(check.readings)) !== null;
  const finished = view.run.finishedAtMs !== null;
  return (
    <header className="grid gap-2 border-b py-2">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <Link
          href={`/vehicles/${view.vehicle.id}`}
          className="text-xl font-bold underline underline-offset-4"
        >
          {view.vehicle.name}
        </Link>
        <span className="mr-auto text-soft">
          Check of <Moment atMs={view.run.startedAtMs} />
          {view.visit && (
            <>
              {' '}
              · came in with: {COMPLAINTS[view.visit.complaint].label.toLowerCase()}
              {view.visit.words !== '' && <q className="ml-2">{view.visit.words}</q>}
            </>
          )}
        </span>
        {!finished && !check.practice && (
          <Link
            href={`/recordings/new?vehicle=${view.vehicle.id}&check=${view.run.id}`}
            className={buttonClass('quiet')}
          >
            Recorded start
          </Link>
        )}
        <Link href={`/checks/${view.run.id}/slip`} className={buttonClass('quiet')}>
          Slip
        </Link>
        <a href={`/api/checks/${view.run.id}/file?as=csv`} download className={buttonClass('quiet')}>
          CSV
        </a>
        <a href={`/api/checks/${view.run.id}/file`} download className={buttonClass('quiet')}>
          File
        </a>
        {!finished && (
          <Button onClick={() => void finish()} disabled={isPulled} {...(isPulled ? { title: PULLED } : {})}>
            Finish the check
          </Button>
        )}
      </div>
      {isPulled && !finished && <p className="text-warn">{PULLED}</p>}
      <StoreNotice run={check} />
    </header>
  );
}

const PULLED = 'Something was pulled to keep it from starting: mark it as put back, then finish.';

/** On a narrow screen the readings are chosen from a list that opens. */
function ReadingPicker({
  name,
  words,
  onChoose,
}: {
  readonly name: CheckName;
  readonly words: (name: CheckName) => string | null;
  readonly onChoose: (name: CheckName) => void;
}) {
  const options = READING_GROUPS.flatMap(([, names]) => names).map((value) => ({
    value,
    label: [checkFacts(value).label, words(value)].filter((part) => part !== null).join(': '),
  }));
  return (
    <div className="lg:hidden">
      <Field label="Reading">
        {(control) => (
          // The phone's own list: it opens over the whole screen, under a glove too.
          <select
            {...control}
            value={name}
            onChange={({ target }) => {
              const chosen = CHECK_NAMES.find((one) => one === target.value);
              if (chosen) onChoose(chosen);
            }}
            className={INPUT}
          >
            {options.map(({ value, label }) => (
              <option key={value} value={value}>
                {label}
              </option>
            ))}
          </select>
        )}
      </Field>
    </div>
  );
}

function Finished({
  check,
  today,
}: {
  readonly check: Check;
  /** What the same readings come to today. */
  readonly today: Cause | null;
}) {
  const nameOf = useTechnicianName();
  const { askingWho } = useSite();
  const { run, finishedWith } = check.view;
  return (
    <section aria-label="Stage" className="grid gap-3">
      <h1 className="text-2xl font-semibold">Finished</h1>
      {finishedWith && (
        <p className="text-lg">
          <strong>{CAUSE_LABELS[finishedWith.cause]}</strong>{' '}
          <span className="figures text-soft">{chanceWords(finishedWith.probability)}</span>
          {today !== null && today !== finishedWith.cause && (
            <span className="text-warn">
              {' '}
              by core {finishedWith.core}; the same readings come to {CAUSE_LABELS[today].toLowerCase()}{' '}
              today.
            </span>
          )}
        </p>
      )}
      <p>
        {run.finishedAtMs !== null && <Moment atMs={run.finishedAtMs} />} by{' '}
        {nameOf(run.finishedById ?? run.startedById)}. What it came to stands beside this; cautions stand on
        the vehicle’s page until a later check closes them.
      </p>
      <div>
        <Button disabled={askingWho} onClick={() => void check.reopen('A reading is missing or wrong')}>
          Open it again
        </Button>
      </div>
    </section>
  );
}
