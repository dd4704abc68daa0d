'use client';

import { pieceOf } from '@/core/circuit/actions';
import type { CheckAssessment } from '@/core/circuit/judge-check';
import type { ProposedProbe } from '@/core/circuit/next-probe';
import { closesCaution, type OpenCaution } from '@/core/circuit/open-cautions';
import type { RankedCause, Weighed } from '@/core/circuit/ranking';
import type { Sign } from '@/core/circuit/signs';
import type { VehicleSlot } from '@/core/exchange/views';
import { formatMinutes } from '@/core/quantity/format';
import { CAUSE_LABELS, chanceWords } from '@/core/vehicle/cause';
import { checkFacts } from '@/core/vehicle/check-reading';
import { segmentLabel } from '@/core/vehicle/path';
import { Button } from '@/ui/button';
import { Link } from '@/ui/link';
import { useWords } from '@/ui/site';
import { StartRun } from '@/ui/start-run';
import { VerdictLabel } from '@/ui/verdict-label';

/** Causes with less are told in one line. */
const SHOWN_FROM = 0.05;
const MOST_SHOWN = 5;

/** Causes by their chance with what they rest on, what to read next and why, and what to do in its order. */
export function CausesPanel({
  assessment,
  slots,
  onProbe,
  cautions,
  isOpen,
}: {
  readonly assessment: CheckAssessment;
  readonly cautions: readonly OpenCaution[];
  readonly slots: readonly VehicleSlot[];
  /** Whether readings can still be taken. */
  readonly isOpen: boolean;
  readonly onProbe: (probe: ProposedProbe) => void;
}) {
  const { causes, next, actions, segments, indicative } = assessment;
  const words = useWords();
  const [probe] = next;
  const shown = causes
    .filter(({ probability }, at) => at === 0 || probability >= SHOWN_FROM)
    .slice(0, MOST_SHOWN);
  const held = slots.filter(({ toOn }) => toOn === null);
  return (
    <div className="grid content-start gap-5">
      {isOpen && (
        <section aria-label="Next probe" className="sheet grid gap-2 p-4">
          <h2 className="heading">What would settle most</h2>
          {probe ? (
            <>
              <p>
                <span className="text-lg font-semibold">{probeLabel(probe)}</span>{' '}
                <span className="figures text-soft">{formatMinutes(probe.minutes)}</span>
              </p>
              <p className="text-sm text-soft">{words(probe.reason)}</p>
              {probe.of === 'battery' ? (
                held.map(({ battery }) => (
                  <StartRun key={battery.id} batteryId={battery.id} label={`Test ${battery.tag}`} />
                ))
              ) : (
                <Button onClick={() => onProbe(probe)}>Go there</Button>
              )}
            </>
          ) : (
            <p className="text-soft">Nothing that is open would settle anything more.</p>
          )}
        </section>
      )}
      {cautions.length > 0 && <LeftOpen cautions={cautions} causes={causes} />}
      <section aria-label="Causes" className="sheet grid gap-3 p-4">
        <h2 className="heading">Causes{indicative ? ', indicative: charge first' : ''}</h2>
        <ol className="grid gap-3">
          {shown.map((ranked) => (
            <Ranked key={ranked.cause} ranked={ranked} piece={pieceWords(pieceOf(ranked.cause, segments))} />
          ))}
        </ol>
      </section>
      {actions.length > 0 && (
        <section aria-label="What to do" className="sheet grid gap-2 p-4">
          <h2 className="heading">What to do, in this order</h2>
          <ol className="grid list-decimal gap-2 pl-5">
            {actions.map(({ cause, text }) => (
              <li key={cause}>{words(text)}</li>
            ))}
          </ol>
        </section>
      )}
      <section aria-label="Its batteries" className="sheet grid gap-2 p-4">
        <h2 className="heading">Its batteries, on the Bench</h2>
        {held.length === 0 && <p className="text-soft">No battery is noted in it.</p>}
        {held.map(({ id, name, battery, newest }) => (
          <p key={id} className="flex flex-wrap items-center gap-x-3">
            <Link
              href={`/batteries/${battery.id}`}
              className="figures font-semibold underline underline-offset-4"
            >
              {battery.tag}
            </Link>
            <span className="text-soft">{name}</span>
            {newest ? (
              <VerdictLabel verdict={newest.verdict} />
            ) : (
              <span className="text-soft">not tested</span>
            )}
          </p>
        ))}
      </section>
    </div>
  );
}

/** What checks before this one have left open: closed by now, or what to read so that it can be. */
function LeftOpen({
  cautions,
  causes,
}: {
  readonly cautions: readonly OpenCaution[];
  readonly causes: readonly RankedCause[];
}) {
  return (
    <section aria-label="Left open" className="grid gap-2 border-l-4 border-warn bg-warn-wash px-3 py-2">
      <h2 className="heading">Left open before</h2>
      <ul className="grid gap-2">
        {cautions.map(({ cause, text }) => {
          const now = causes.find((one) => one.cause === cause);
          const isClosed = now !== undefined && closesCaution(now);
          return (
            <li key={cause}>
              <p className={isClosed ? 'text-soft line-through' : 'font-semibold text-warn'}>{text}</p>
              <p className="text-sm">
                {isClosed
                  ? 'What was read now speaks against it: finished, this check closes it.'
                  : `To close it, read: ${now?.missing.slice(0, 2).map(signLabel).join('; ') || 'the same again'}.`}
              </p>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

const pieceWords = (piece: ReturnType<typeof pieceOf>) => (piece ? segmentLabel(piece).toLowerCase() : null);

export function probeLabel({ of, segment }: Pick<ProposedProbe, 'of' | 'segment'>): string {
  if (of === 'battery') return 'Its batteries, on the Bench';
  return segment ? `Drop: ${segmentLabel(segment).toLowerCase()}` : checkFacts(of).label;
}

function Ranked({ ranked, piece }: { readonly ranked: RankedCause; readonly piece: string | null }) {
  const { cause, probability, supporting, opposing, missing } = ranked;
  const percent = 100 * probability;
  return (
    <li className="grid gap-1">
      <details>
        <summary className="grid min-h-11 cursor-pointer list-none content-center gap-1">
          <span className="flex items-baseline gap-2">
            <span className="mr-auto font-semibold">
              {CAUSE_LABELS[cause]}
              {piece && <span className="font-normal">: {piece}</span>}
            </span>
            <span className="figures text-lg">{chanceWords(probability)}</span>
          </span>
          <span aria-hidden="true" className="block h-2 rounded-sm bg-sunk">
            <span
              className="block h-2 rounded-sm bg-harbour"
              style={{ width: `${Math.max(1, Math.min(100, percent))}%` }}
            />
          </span>
        </summary>
        <dl className="grid grid-cols-[4.5rem_1fr] gap-x-3 gap-y-1 pt-2 text-sm">
          <Told heading="for" signs={supporting} />
          <Told heading="against" signs={opposing} />
          <dt className="text-soft">missing</dt>
          <dd>{missing.length === 0 ? 'nothing' : missing.map(signLabel).join('; ')}</dd>
        </dl>
      </details>
    </li>
  );
}

const MOST_TOLD = 4;

function Told({ heading, signs }: { readonly heading: string; readonly signs: readonly Weighed[] }) {
  return (
    <>
      <dt className="text-soft">{heading}</dt>
      <dd>
        {signs.length === 0
          ? 'nothing'
          : signs
              .slice(0, MOST_TOLD)
              .map(({ sign, bin }) => `${signLabel(sign)}: ${sign.bins[bin]}`)
              .join('; ')}
      </dd>
    </>
  );
}

/** What a sign is of, for whoever reads it. */
function signLabel({ segment, needs, id }: Sign): string {
  if (segment) return segmentLabel(segment).toLowerCase();
  if (id === 'battery') return 'the battery on the Bench';
  return [...new Set(needs)].map((name) => checkFacts(name).label.toLowerCase()).join(' beside ');
}
