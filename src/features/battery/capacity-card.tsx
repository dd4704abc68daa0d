import { useMemo } from 'react';
import type { BatteryStory, OutlookStory } from '@/core/exchange/views';
import { crossingWords, restsOnWords } from '@/core/history/outlook-words';
import { formatQuantity } from '@/core/quantity/format';
import { LifeLine } from '@/ui/charts/life-line';
import { useSite, useTechnicianName } from '@/ui/site';
import { Figure } from './figure';
import { ownerOf, Read } from './life-card';
import { lifePoints } from './life-points';

/** What a battery that starts holds beside that, and is expected to. */
export function CapacityCard({ story }: { readonly story: BatteryStory }) {
  const { held } = story;
  return (
    <section aria-label="Capacity" className="sheet grid gap-3 p-4">
      <h2 className="heading">Capacity, % of the label, at 25 °C</h2>
      {held === null ? (
        <p className="py-8 text-soft">{unshownWords(story)}</p>
      ) : (
        <Held story={story} held={held} />
      )}
    </section>
  );
}

function unshownWords(story: BatteryStory): string {
  const least = lifePoints(story, 'held').findLast(({ pct }) => pct !== null)?.pct ?? null;
  return least === null
    ? 'No run has shown what it holds yet. A discharge does.'
    : `It holds ${formatQuantity(least, '%')} at least: the discharge was ended before the battery was.`;
}

function Held({ story, held }: { readonly story: BatteryStory; readonly held: OutlookStory }) {
  const { winter } = useSite();
  const nameOf = useTechnicianName();
  const points = useMemo(() => lifePoints(story, 'held').filter(({ pct }) => pct !== null), [story]);
  const { figures, fan, anew, linePct } = held;
  return (
    <>
      <LifeLine
        of="Capacity"
        {...{ points, fan, anew, winter }}
        lanes={NONE}
        beside={NONE}
        nowMs={Date.parse(`${story.today}T12:00:00Z`)}
        servePct={story.rules.capacity.servePct}
        retirePct={linePct}
        crossing={[figures.crossP10Ms, figures.crossP50Ms, figures.crossP90Ms]}
      >
        {(event) => <Read event={event} nameOf={(runId) => nameOf(ownerOf(story, runId))} />}
      </LifeLine>
      <dl className="grid gap-x-8 gap-y-3 border-t pt-3 sm:grid-cols-3">
        <Figure name="Holds now">
          {formatQuantity(figures.healthPct, '%')} ± {figures.healthSdPct.toFixed(0)}
        </Figure>
        <Figure name="Falls by">{Math.max(0, -figures.slopePct).toFixed(1)} points a year</Figure>
        <Figure name={`Crosses ${linePct} %`}>{crossingWords(figures)}</Figure>
      </dl>
      <p className="text-sm text-soft">{restsOnWords(figures.tests)}</p>
    </>
  );
}

const NONE: readonly never[] = [];
