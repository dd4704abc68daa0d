import Link from 'next/link';
import { isIndicative } from '@/core/assessment/assess';
import type { BatteryStory, OutlookStory } from '@/core/exchange/views';
import { chanceShown, crossingWords, restsOnWords } from '@/core/history/outlook-words';
import { formatQuantity } from '@/core/quantity/format';
import { LifeLine, type LifePoint, type LifeStretch } from '@/ui/charts/life-line';
import { Moment } from '@/ui/moment';
import { useTechnicianName } from '@/ui/site';
import { VerdictLabel } from '@/ui/verdict-label';

/** A battery’s life on one line, and what is expected of it. */
export function LifeCard({
  story,
  outlook,
}: {
  readonly story: BatteryStory;
  readonly outlook: OutlookStory;
}) {
  const nameOf = useTechnicianName();
  const { figures, fan, anew, linePct } = outlook;
  const points = pointsOf(story);
  const nowMs = Date.parse(`${story.today}T12:00:00Z`);
  return (
    <section aria-label="Its life" className="sheet grid gap-4 p-4">
      <div className="flex flex-wrap items-baseline gap-x-6 gap-y-1">
        <h2 className="heading">
          Its life, {story.battery.reference ? '% of what it had when new' : '% of the rating'}, at 25 °C and
          full charge
        </h2>
        <span className="text-sm text-soft">shaded: the cold quarters; the fan holds four of five</span>
      </div>
      <LifeLine
        points={points}
        fan={fan}
        anew={anew}
        stretches={stretchesOf(story, nowMs)}
        nowMs={nowMs}
        servePct={story.rules.health.servePct}
        retirePct={linePct}
        crossing={[figures.crossP10Ms, figures.crossP50Ms, figures.crossP90Ms]}
      >
        {({ runId, atMs, pct, sdPct, verdict, byHand }) => (
          <Link
            href={`/bench/${runId}`}
            className="flex min-h-11 flex-wrap items-center gap-x-5 gap-y-1 rounded-md px-2 hover:bg-harbour-wash"
          >
            <Moment atMs={atMs} as="day" />
            <span className="figures text-lg font-semibold">
              {pct === null ? 'no health read' : `${formatQuantity(pct, '%')} ± ${sdPct.toFixed(0)}`}
            </span>
            <VerdictLabel verdict={verdict} />
            {byHand && <span className="text-soft">set by hand</span>}
            <span className="text-soft">{nameOf(ownerOf(story, runId))}</span>
          </Link>
        )}
      </LifeLine>
      <Expected outlook={outlook} />
    </section>
  );
}

function pointsOf({ runs }: BatteryStory): LifePoint[] {
  return runs
    .flatMap(({ run, assessment }): LifePoint[] => {
      if (!assessment || run.finishedAtMs === null) return [];
      return [
        {
          ...{ runId: run.id, atMs: run.finishedAtMs, pct: assessment.healthPct },
          sdPct: assessment.healthSdPct ?? 0,
          indicative: isIndicative(assessment.assessment),
          verdict: assessment.override?.verdict ?? assessment.verdict,
          byHand: assessment.override != null,
        },
      ];
    })
    .sort((one, other) => one.atMs - other.atMs);
}

const ownerOf = ({ runs }: BatteryStory, runId: string) =>
  runs.find(({ run }) => run.id === runId)?.run.startedById ?? '';

const stretchesOf = ({ slots }: BatteryStory, nowMs: number): LifeStretch[] =>
  slots.map(({ vehicle, name, fromOn, toOn }) => ({
    label: [vehicle.name, name].filter((part) => part !== '').join(', '),
    fromMs: Date.parse(fromOn),
    toMs: toOn === null ? nowMs : Date.parse(toOn),
  }));

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

function Figure({ name, children }: { readonly name: string; readonly children: React.ReactNode }) {
  return (
    <div>
      <dt className="text-sm text-soft">{name}</dt>
      <dd className="figures text-lg font-semibold">{children}</dd>
    </div>
  );
}
