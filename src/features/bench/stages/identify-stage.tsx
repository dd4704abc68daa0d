import { useState } from 'react';
import type { BatterySpec } from '@/core/battery/battery';
import { batteryTypeLabel } from '@/core/battery/construction';
import { crankingRating } from '@/core/battery/cranking-rating';
import { slotFit } from '@/core/battery/slot-fit';
import { dayWords } from '@/core/quantity/day';
import { formatNumber, formatQuantity } from '@/core/quantity/format';
import { ActLink } from '@/ui/act-link';
import { KeyBar, MainKey, STAGE_COLUMN } from '@/ui/key-bar';
import type { StageProps } from './stage-props';

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
      <SlotSays spec={spec} />
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

/** Whether it is the right one for its vehicle or slot, where somebody noted what that asks for. */
function SlotSays({ spec }: { readonly spec: BatterySpec }) {
  const fit = slotFit(spec);
  if (!fit || !spec.slot) {
    return (
      <p className="text-soft">
        What its slot asks for is not noted. Is it the right construction and rating for the vehicle? Note it
        on the label, and it is checked here.
      </p>
    );
  }
  const { type, rating } = spec.slot;
  const asks = [type && batteryTypeLabel(type), rating && `${rating.amps} A ${rating.standard}`].filter(
    Boolean,
  );
  const wrong = [
    fit.typeFits === false ? 'not that construction' : '',
    fit.rating && !fit.rating.fits ? `rated for ${formatNumber(fit.rating.hasSaeAmps, 'A')} A SAE only` : '',
  ].filter((word) => word !== '');
  return (
    <p
      className={
        wrong.length > 0
          ? 'rounded-md border border-warn bg-warn-wash px-4 py-2 text-warn'
          : 'rounded-md border border-line px-4 py-2'
      }
    >
      Its slot asks for {asks.join(', ')}: {wrong.length > 0 ? wrong.join(', ') : 'this one fits'}.
    </p>
  );
}
