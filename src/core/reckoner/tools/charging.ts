import type { Construction } from '../../battery/construction';
import { type ChargePlan, planCharge } from '../../charging/charge-plan';
import { CHARGING_FACTS } from '../../charging/charging-facts';
import { formatMinutes, formatQuantity } from '../../quantity/format';
import { chargeField, constructionField, numberField, quantityField } from '../fields';
import { given, numberIn, solved, type ToolMaker, type Values, wordIn } from '../tool';

const REFERENCE_C = 25;
const LEAST_AMPS = 0.2;

function planAt(values: Values, c20Ah: number, pct: number, amps: number): ChargePlan | null {
  if (!(c20Ah > 0 && amps > 0 && pct >= 0 && pct <= 100)) return null;
  const construction = wordIn<Construction>(values, 'construction');
  const battery = { construction, nominalVolts: 12 as const, ratings: [], c20Ah, rcMinutes: null };
  return planCharge(battery, {
    chargePct: pct,
    temperatureC: REFERENCE_C,
    chargerAmps: amps,
    senses: false,
    mode: 'normal',
  });
}

/** How long a charge takes. */
export const chargeTimeTool: ToolMaker = () => ({
  id: 'charge-time',
  title: 'Charge time',
  about: 'From where it is to full, with what the charger gives; or the current that does it in time.',
  fields: [
    constructionField(),
    quantityField('c20', 'Capacity', 'Ah', 'c20Ah', 0),
    chargeField,
    numberField('amps', 'Charger gives', 'A', [LEAST_AMPS, 400], 1),
    numberField('hours', 'Takes', 'h', [0.1, 500], 1),
  ],
  begin: { construction: 'flooded', c20: 60, pct: 50, amps: 6, hours: 9.1925 },
  follows: {
    construction: ['hours'],
    c20: ['hours'],
    pct: ['hours'],
    amps: ['hours'],
    hours: ['amps'],
  },
  compute: {
    hours: (values) =>
      given(
        values,
        ['c20', 'pct', 'amps'],
        (c20 = 0, pct = 0, amps = 0) => planAt(values, c20, pct, amps)?.hours ?? null,
      ),
    amps: (values) =>
      given(values, ['c20', 'pct', 'hours'], (c20 = 0, pct = 0, hours = 0) => {
        const most = planAt(values, c20, pct, 400)?.mostAmps;
        const hoursAt = (amps: number) => planAt(values, c20, pct, amps)?.hours ?? null;
        return most === undefined ? null : solved(hours, [LEAST_AMPS, most], hoursAt);
      }),
  },
  working: (values) => {
    const [c20, pct, amps] = [numberIn(values, 'c20'), numberIn(values, 'pct'), numberIn(values, 'amps')];
    const plan = c20 === null || pct === null || amps === null ? null : planAt(values, c20, pct, amps);
    const { factor } = CHARGING_FACTS[wordIn<Construction>(values, 'construction')];
    return {
      formula: [
        `bulk = (85 % − charge) × C20 × ${factor} ÷ I, taper = 3 × max(1 h, 15 % × C20 × ${factor} ÷ I)`,
        ...(plan
          ? [
              `${formatMinutes(plan.bulkHours * 60)} + ${formatMinutes(plan.taperHours * 60)} = ${formatMinutes(plan.hours * 60)}, ${formatQuantity(plan.returnAh, 'Ah')} to return`,
            ]
          : []),
      ],
      source: 'A model of ours, to 98 %; the maker’s figures outrank it.',
      band: 'some 20 % either way: an old battery takes charge more slowly',
      notes: plan
        ? [
            ...(plan.amps < (amps ?? 0)
              ? [
                  `This type takes ${formatQuantity(plan.mostAmps, 'A', { decimals: 1 })} at most: counted with that.`,
                ]
              : []),
            `Stop above ${plan.stopC} °C. Then let it rest before it is tested.`,
          ]
        : ['It cannot be done in that time with what this type takes.'],
    };
  },
});
