import type { BatterySpec } from '@/core/battery/battery';
import { batteryTypeLabel } from '@/core/battery/construction';
import { slotFit } from '@/core/battery/slot-fit';
import { formatNumber } from '@/core/quantity/format';
import { SlotNotNoted } from './slot-not-noted';

/** Whether it is the right one for its vehicle or slot, where somebody noted what that asks for. */
export function SlotFit({ spec }: { readonly spec: BatterySpec }) {
  const fit = slotFit(spec);
  if (!fit || !spec.slot) return <SlotNotNoted />;
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
