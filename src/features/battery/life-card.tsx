import { useMemo } from 'react';
import { specOf } from '@/core/battery/battery';
import { dutyOf } from '@/core/battery/duty';
import type { BatteryStory, OutlookStory } from '@/core/exchange/views';
import { chanceShown, crossingWords, restsOnWords } from '@/core/history/outlook-words';
import { formatQuantity } from '@/core/quantity/format';
import type { LifeEvent, LifeLane } from '@/ui/charts/life-events';
import { LifeLine } from '@/ui/charts/life-line';
import { Link } from '@/ui/link';
import { Moment } from '@/ui/moment';
import { useSite, useTechnicianName } from '@/ui/site';
import { VerdictLabel } from '@/ui/verdict-label';
import { Figure } from './figure';
import { lifePoints } from './life-points';

/** A battery’s life on one line, and what is expected of it. */
export function LifeCard({
  story,
  outlook,
}: {
  readonly story: BatteryStory;
  readonly outlook: OutlookStory;
}) {
  const nameOf = useTechnicianName();
  const { winter } = useSite();
  const { figures, fan, anew, linePct } = outlook;
  const spec = specOf(story.battery);
  const holds = spec !== undefined && dutyOf(spec) === 'deep_cycle';
  const nowMs = Date.parse(`${story.today}T12:00:00Z`);
  const points = useMemo(() => lifePoints(story, holds ? 'held' : 'health'), [story, holds]);
  const lanes = useMemo(() => lanesOf(story, nowMs), [story, nowMs]);
  return (
    <section aria-label="Its life" className="sheet grid gap-4 p-4">
      <div className="flex flex-wrap items-baseline gap-x-6 gap-y-1">
        <h2 className="heading">{titleOf(story, holds)}</h2>
        <span className="text-sm text-soft">shaded: the cold quarters; the fan holds four of five</span>
      </div>
      <LifeLine
        of={holds ? 'Capacity' : 'Health'}
        points={points}
        fan={fan}
        anew={anew}
        lanes={lanes}
        beside={story.beside}
        nowMs={nowMs}
        winter={winter}
        servePct={holds ? story.rules.capacity.servePct : story.rules.health.servePct}
        retirePct={linePct}
        crossing={[figures.crossP10Ms, figures.crossP50Ms, figures.crossP90Ms]}
      >
        {(event) => <Read event={event} nameOf={(runId) => nameOf(ownerOf(story, runId))} />}
      </LifeLine>
      <Expected outlook={outlook} />
    </section>
  );
}

function titleOf({ battery }: BatteryStory, holds: boolean): string {
  if (holds) return 'Its life, % of the capacity on its label, at 25 °C';
  return `Its life, ${battery.reference ? '% of what it had when new' : '% of the rating'}, at 25 °C and full charge`;
}

/** What stands beneath the line for what is read on it. */
export function Read({
  event,
  nameOf,
}: {
  readonly event: LifeEvent;
  readonly nameOf: (runId: string) => string;
}) {
  const look = 'flex min-h-11 flex-wrap items-center gap-x-5 gap-y-1 rounded-md px-2 hover:bg-harbour-wash';
  if (event.kind === 'stretch') {
    const { label, fromMs, toMs, href } = event.stretch;
    const told = (
      <>
        <span>
          <Moment atMs={fromMs} as="day" /> to <Moment atMs={toMs} as="day" />
        </span>
        <span className="text-lg font-semibold">{label}</span>
      </>
    );
    return href === null ? (
      <p className={look}>{told}</p>
    ) : (
      <Link href={href} className={look}>
        {told}
      </Link>
    );
  }
  const { runId, atMs, pct, sdPct, verdict, byHand } = event.point;
  return (
    <Link href={`/bench/${runId}`} className={look}>
      <Moment atMs={atMs} as="day" />
      <span className="figures text-lg font-semibold">
        {pct === null ? 'no health read' : `${formatQuantity(pct, '%')} ± ${sdPct.toFixed(0)}`}
      </span>
      <VerdictLabel verdict={verdict} />
      {byHand && <span className="text-soft">set by hand</span>}
      <span className="text-soft">{nameOf(runId)}</span>
    </Link>
  );
}

/** Who began the run that is read. */
export const ownerOf = ({ runs }: BatteryStory, runId: string) =>
  runs.find(({ run }) => run.id === runId)?.run.startedById ?? '';

/** Where it was, and what happened meanwhile. */
function lanesOf({ slots, beneath }: BatteryStory, nowMs: number): LifeLane[] {
  const places = slots.map(({ vehicle, name, fromOn, toOn }) => ({
    label: [vehicle.name, name].filter((part) => part !== '').join(', '),
    fromMs: Date.parse(fromOn),
    toMs: toOn === null ? nowMs : Date.parse(toOn),
    href: `/vehicles/${vehicle.id}`,
  }));
  return [...(places.length > 0 ? [{ name: 'where', stretches: places }] : []), ...beneath];
}

const OPEN_WORDS = {
  regulator_high: 'its vehicle overcharges',
  parasitic_draw: 'its vehicle drains it at rest',
  undercharged: 'its vehicle charges too little',
} as const;

/** What is expected of it, in figures, and what that rests on. */
function Expected({ outlook: { figures, linePct, takenOut, worn } }: { readonly outlook: OutlookStory }) {
  const { healthPct, healthSdPct, slopePct, fails90, fails365, nextCheckMs, tests } = figures;
  return (
    <div className="grid gap-3 border-t pt-3">
      <dl className="grid gap-x-8 gap-y-3 sm:grid-cols-2 lg:grid-cols-5">
        <Figure name="Health now">
          {formatQuantity(healthPct, '%')} ± {healthSdPct.toFixed(0)}
        </Figure>
        <Figure name="Falls by">{Math.max(0, -slopePct).toFixed(1)} points a year</Figure>
        <Figure name={`Crosses ${linePct} %`}>{crossingWords(figures)}</Figure>
        <Figure name="Fails within">
          90 days {chanceShown(fails90)}, a year {chanceShown(fails365)}
        </Figure>
        <Figure name="Next check">
          {nextCheckMs === null ? '–' : <Moment atMs={nextCheckMs} as="day" />}
        </Figure>
      </dl>
      <p className="text-sm text-soft">
        {restsOnWords(tests)}
        {takenOut.map(
          ({ what, pct }) =>
            ` ${what} reads ${Math.abs(pct).toFixed(0)} points ${pct > 0 ? 'high' : 'low'} in this fleet: taken out.`,
        )}
        {worn.map((fault) => ` Wears faster: ${OPEN_WORDS[fault]}.`)}{' '}
        <Link href="/guide/life" className="underline underline-offset-4">
          How it is worked out
        </Link>
      </p>
    </div>
  );
}
