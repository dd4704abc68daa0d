import Link from 'next/link';
import { batteryTypeLabel } from '@/core/battery/construction';
import { crankingRating } from '@/core/battery/cranking-rating';
import { formatNumber } from '@/core/quantity/format';
import { Button, buttonClass } from '@/ui/button';
import type { StageProps } from './stage-props';

/** Is this the battery in front of me? What the label should say, large. */
export function IdentifyStage({ run, spec, capture }: StageProps) {
  const { battery } = run.view;
  const rating = crankingRating(spec);
  const printed = battery.ratings.map(({ standard, amps }) => `${amps} A ${standard}`).join(', ');
  return (
    <div className="grid gap-5">
      <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-2 text-2xl">
        <dt className="text-soft">Tag</dt>
        <dd className="figures font-semibold break-all">{battery.tag}</dd>
        <dt className="text-soft">Type</dt>
        <dd>
          {batteryTypeLabel(battery.type)}, {battery.nominalVolts} V
        </dd>
        <dt className="text-soft">Rating</dt>
        <dd>
          {printed || 'not printed'}
          {rating?.basis === 'converted' && (
            <span className="block text-lg text-soft">≈ {formatNumber(rating.saeAmps, 'A')} A SAE, ±7 %</span>
          )}
        </dd>
        {battery.c20Ah !== null && (
          <>
            <dt className="text-soft">Capacity</dt>
            <dd>{battery.c20Ah} Ah</dd>
          </>
        )}
        {battery.model !== '' && (
          <>
            <dt className="text-soft">Model</dt>
            <dd className="break-words">{battery.model}</dd>
          </>
        )}
        <dt className="text-soft">Place</dt>
        <dd className="break-words">{battery.place || 'not noted'}</dd>
      </dl>
      <div className="flex flex-wrap gap-3">
        <Button
          tone="main"
          large
          shortcut="Enter"
          data-first
          className="grow"
          onClick={() => capture('identify', { confirmed: true })}
        >
          The label agrees
        </Button>
        <Link href={`/batteries/${battery.id}/label`} className={buttonClass('plain', true)}>
          It differs: correct it
        </Link>
      </div>
    </div>
  );
}
