import dynamic from 'next/dynamic';
import { memo, useState } from 'react';
import { batteryTypeLabel } from '@/core/battery/construction';
import { crankingRating } from '@/core/battery/cranking-rating';
import { dayWords } from '@/core/quantity/day';
import { formatNumber, formatQuantity } from '@/core/quantity/format';
import { ActLink } from '@/ui/act-link';
import { KeyBar, MainKey, STAGE_COLUMN } from '@/ui/key-bar';
import { later } from '@/ui/later';
import { SlotNotNoted } from './slot-not-noted';
import type { StageProps } from './stage-props';

// Most slots ask for nothing; what the others ask for stands in the page as the server wrote it.
const SlotFit = memo(
  dynamic(
    later(() => import('./slot-fit').then((fit) => fit.SlotFit)),
    { loading: () => null },
  ),
);

/** Is this the battery in front of me? What the label should say, large. */
export function IdentifyStage({ run, spec, state, capture }: StageProps) {
  const { battery } = run.view;
  const rating = crankingRating(spec);
  const { decidedBy, estimates } = state.assessment;
  const { health } = estimates;
  const [whose, setWhose] = useState<Whose>(NOBODY);
  const agree = () => {
    const [customer, order] = [whose.customer.trim(), whose.order.trim()];
    capture('identify', { confirmed: true, ...(customer && { customer }), ...(order && { order }) });
  };
  return (
    <div className={STAGE_COLUMN}>
      <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-1.5 text-xl sm:text-2xl">
        <dt className="text-soft">Tag</dt>
        <dd className="figures font-semibold break-all">{battery.tag}</dd>
        <dt className="text-soft">Type</dt>
        <dd>
          {batteryTypeLabel(battery.type)}, {battery.nominalVolts} V
        </dd>
        <dt className="text-soft">Rating</dt>
        <dd>
          {battery.ratings.length === 0 && 'not printed'}
          {battery.ratings.map(({ standard, amps }) => (
            <span key={standard} className="block">
              {amps} A {standard}
            </span>
          ))}
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
        {battery.rcMinutes !== null && (
          <>
            <dt className="text-soft">Reserve</dt>
            <dd>{battery.rcMinutes} min</dd>
          </>
        )}
        {battery.group && (
          <>
            <dt className="text-soft">Group</dt>
            <dd>{battery.group}</dd>
          </>
        )}
        {battery.dateCode !== '' && (
          <>
            <dt className="text-soft">Date code</dt>
            <dd>{battery.dateCode}</dd>
          </>
        )}
        {battery.fittedOn !== null && (
          <>
            <dt className="text-soft">Fitted on</dt>
            <dd>{dayWords(battery.fittedOn)}</dd>
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
      {decidedBy === 'health_beyond' && health && (
        <p role="alert" className="rounded-md border border-warn bg-warn-wash px-4 py-2 text-lg text-warn">
          The tests come to {formatQuantity(health.pct, '%')} of this rating: better than any new battery. Is
          it printed so, and in this standard? If it is, take the test again with the load it asks for.
        </p>
      )}
      {spec.slot ? <SlotFit spec={spec} /> : <SlotNotNoted />}
      <ForWhom value={whose} onChange={setWhose} />
      <KeyBar>
        <MainKey onPress={agree}>The label agrees</MainKey>
        {!run.practice && (
          <ActLink act="register" href={`/batteries/${battery.id}/label`} large>
            It differs: correct it
          </ActLink>
        )}
      </KeyBar>
    </div>
  );
}

interface Whose {
  readonly customer: string;
  readonly order: string;
}

const NOBODY: Whose = { customer: '', order: '' };

/** Whose battery it is and under which order it is tested: both stand on the slip. */
function ForWhom({ value, onChange }: { readonly value: Whose; readonly onChange: (whose: Whose) => void }) {
  const line = (name: keyof Whose, label: string, maxLength: number) => (
    <label className="grid min-w-0 gap-1">
      <span className="heading">{label}</span>
      <input
        value={value[name]}
        maxLength={maxLength}
        autoComplete="off"
        className="min-h-12 w-full rounded-md border border-line-strong bg-sheet px-3"
        onChange={(event) => onChange({ ...value, [name]: event.target.value })}
      />
    </label>
  );
  return (
    <details>
      <summary className="flex min-h-11 items-center text-soft">For a customer or an order</summary>
      <div className="grid gap-3 sm:grid-cols-[2fr_1fr]">
        {line('customer', 'Customer', 80)}
        {line('order', 'Order number', 40)}
      </div>
    </details>
  );
}
