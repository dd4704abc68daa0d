import dynamic from 'next/dynamic';
import { capacityWords, chargeWords, estimateWords, marginWords } from '@/core/assessment/estimate-words';
import { VERDICT_LABELS, type Verdict as VerdictName } from '@/core/assessment/verdict';
import { ADVICE, because } from '@/core/assessment/wording';
import { overrideOf } from '@/core/procedure/override';
import { STEPS } from '@/core/steps/registry';
import { buttonClass } from '@/ui/button';
import { KeyBar, MainKey, STAGE_COLUMN } from '@/ui/key-bar';
import { Link } from '@/ui/link';
import { Moment } from '@/ui/moment';
import { useTechnicianName } from '@/ui/site';
import { useHeldAfterChange } from '@/ui/use-held-after-change';
import { VerdictMark } from '@/ui/verdict-mark';
import { LATER_PARTS } from '../later-parts';
import { ReopenForm } from '../reopen-form';
import { RunCourse } from '../run-course';
import { OverrideForm } from './override-form';
import type { StageProps } from './stage-props';

// The schools and presets come with the first look at them.
const OtherRules = dynamic(LATER_PARTS.otherRules);

/** What the run comes to; in practice it is asked for first. */
export function VerdictStage(props: StageProps) {
  return props.run.practice ? <YoursToGive {...props} /> : <Verdict {...props} />;
}

/** In practice the trainee decides before anything is told. */
function YoursToGive({ run }: StageProps) {
  return (
    <div className={STAGE_COLUMN}>
      <p className="text-lg">
        Nothing is told before you have decided: what becomes of the battery, and where the trouble sits.
      </p>
      <KeyBar>
        <MainKey onPress={() => void run.finish()}>Give your verdict</MainKey>
      </KeyBar>
    </div>
  );
}

/** What the run comes to, readable from across the bench, and its end. */
function Verdict({ run, state }: StageProps) {
  const nameOf = useTechnicianName();
  const { run: record, assessments } = run.view;
  const stored =
    record.finishedAtMs === null ? null : (assessments.find(({ id }) => id === record.assessmentId) ?? null);
  const assessment = stored?.assessment ?? state.assessment;
  const { verdict, grade, decidedBy, next, estimates } = assessment;
  const override = stored ? stored.override : overrideOf(state.current, assessment);
  const changed = stored !== null && state.assessment.verdict !== stored.verdict;
  return (
    <div className={STAGE_COLUMN}>
      <div className="sheet grid items-center gap-5 p-5 sm:grid-cols-[auto_1fr_auto]">
        <VerdictMark verdict={override?.verdict ?? verdict} size={84} />
        {override ? (
          <div className="min-w-0 grow">
            <p className="text-3xl leading-tight font-bold">{VERDICT_LABELS[override.verdict]}</p>
            <p className="mt-1 text-lg">
              Set by {nameOf(override.byId)}: {override.why}
            </p>
            <p className="mt-1 flex items-center gap-2 text-lg text-soft">
              <VerdictMark verdict={verdict} size={20} />
              Computed: {VERDICT_LABELS[verdict]}. {because(decidedBy)}
            </p>
          </div>
        ) : (
          <div className="min-w-0 grow">
            <p className="text-3xl leading-tight font-bold">{VERDICT_LABELS[verdict]}</p>
            <p className="mt-1 text-lg">{because(decidedBy)}</p>
            <p className="mt-1 text-lg text-soft">{ADVICE[verdict]}</p>
          </div>
        )}
        {grade && (
          <p className="grid justify-items-center max-sm:justify-self-start">
            <span className="heading">Grade</span>
            <span className="text-6xl leading-none font-bold">{grade}</span>
          </p>
        )}
      </div>
      <dl className="figures flex flex-wrap gap-x-10 gap-y-2 text-xl">
        <Figure name="Charge" value={chargeWords(estimates.charge, stored?.evidence ?? state.evidence)} />
        <Figure name="Health" value={estimates.health && estimateWords(estimates.health)} />
        {estimates.capacity && <Figure name="Capacity" value={capacityWords(estimates.capacity)} />}
        <Figure
          name="Load margin"
          value={
            estimates.load && estimates.load.standing !== 'unusable' ? marginWords(estimates.load) : null
          }
        />
      </dl>
      <RunCourse readings={run.readings} />
      {verdict === 'watch' && next === 'charge' && (
        <p className="text-lg">Charge it before it goes back: it is below the charge for service.</p>
      )}
      {changed && (
        <p className="rounded-md border border-warn bg-warn-wash px-4 py-2 text-warn">
          Core {state.assessment.core} would judge these readings: {VERDICT_LABELS[state.assessment.verdict]}.
          The verdict above, of core {stored.assessment.core}, is the one that the run was finished with.
        </p>
      )}
      {record.finishedAtMs === null ? (
        <>
          <KeyBar>
            <FinishKey verdict={override?.verdict ?? verdict} onPress={() => void run.finish()} />
          </KeyBar>
          {verdict === 'undecided' && next && !override && (
            <p className="text-soft">It can be finished undecided. {STEPS[next].label} would go on.</p>
          )}
          <OverrideForm run={run} state={state} computed={assessment} />
        </>
      ) : (
        <div className="grid gap-3">
          <p className="text-lg">
            Finished <Moment atMs={record.finishedAtMs} /> by {nameOf(record.finishedById)}.
          </p>
          <div className="flex flex-wrap gap-3">
            <Link href="/?scan" className={buttonClass('main', true)} data-first>
              Next battery
            </Link>
            <Link href={`/bench/${record.id}/slip`} className={buttonClass('plain', true)}>
              Slip
            </Link>
            <Link href={`/labels?battery=${record.batteryId}`} className={buttonClass('plain', true)}>
              Label
            </Link>
            <Link href={`/batteries/${record.batteryId}`} className={buttonClass('plain', true)}>
              Its story
            </Link>
          </div>
          <ReopenForm onReopen={(reason) => void run.reopen(reason)} />
        </div>
      )}
      <OtherRules evidence={state.evidence} assessment={assessment} own={run.view.rules} />
    </div>
  );
}

function Figure({ name, value }: { readonly name: string; readonly value: string | null }) {
  return (
    <div>
      <dt className="heading">{name}</dt>
      <dd className="text-2xl font-semibold">{value ?? '–'}</dd>
    </div>
  );
}

/** Ends the run with the verdict that it names. One that another has just changed is read before it is pressed. */
function FinishKey({ verdict, onPress }: { readonly verdict: VerdictName; readonly onPress: () => void }) {
  const held = useHeldAfterChange(verdict);
  return (
    <MainKey onPress={onPress} held={held}>
      Finish the run: {VERDICT_LABELS[verdict]}
    </MainKey>
  );
}
