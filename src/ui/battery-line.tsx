import { batteryTypeLabel } from '@/core/battery/construction';
import { DUTY_LABELS } from '@/core/battery/duty';
import type { BatteryRecord } from '@/core/exchange/views';

/** What a battery's label says, in one line: type, volts, ratings, capacity, where it belongs. */
export function batteryWords({
  type,
  nominalVolts,
  ratings,
  c20Ah,
  rcMinutes,
  duty,
  place,
}: BatteryRecord): string {
  const figures = [
    ...ratings.map(({ standard, amps }) => `${amps} A ${standard}`),
    c20Ah === null ? '' : `${c20Ah} Ah`,
    rcMinutes === null ? '' : `RC ${rcMinutes} min`,
    duty && duty !== 'starting' ? DUTY_LABELS[duty] : '',
  ];
  const words = [batteryTypeLabel(type), `${nominalVolts} V`, ...figures, place];
  return words.filter((word) => word !== '').join(' · ');
}

export function BatteryLine({ battery }: { readonly battery: BatteryRecord }) {
  return <p className="text-soft">{batteryWords(battery)}</p>;
}
