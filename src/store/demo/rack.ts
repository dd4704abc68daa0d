import { CONSTRUCTION_FACTS, type Construction } from '@/core/battery/construction';
import { convertRating, type RatingStandard } from '@/core/battery/rating-standard';
import { openCircuitVoltsAtCharge } from '@/core/correction/charge-from-open-circuit';
import { loadVoltsAtHealth } from '@/core/correction/health-from-load';
import type { LotRow } from '@/core/exchange/arrival-views';
import type { Chance } from '@/core/quantity/chance';
import { STANDARD_RULES } from '@/core/rules/standard-rules';

type Kind = readonly [Construction, RatingStandard, number, number];

/** What stands on the rack of used batteries behind the shop: type, rating and ampere-hours, as printed. */
const KINDS: readonly [Kind, ...Kind[]] = [
  ['flooded', 'SAE', 570, 60],
  ['flooded', 'SAE', 570, 60],
  ['flooded', 'DIN', 420, 88],
  ['calcium', 'EN', 640, 72],
  ['calcium', 'EN', 640, 72],
  ['efb', 'EN', 650, 65],
  ['agm', 'EN', 760, 70],
  ['agm', 'SAE', 800, 70],
];

const BATTERIES = 28;
/** So many have been load tested so far; the others wait for it. */
const LOADED = 17;
const CELSIUS = 17;

/** A rack of used batteries in the middle of being graded. */
export function demoRack(chance: Chance): LotRow[] {
  return Array.from({ length: BATTERIES }, (_, index) => rackRow(chance, index));
}

function rackRow(chance: Chance, index: number): LotRow {
  const [construction, standard, amps, c20Ah] = chance.pick(KINDS);
  const chargePct = chance.uniform() < 0.25 ? chance.between(25, 60) : chance.between(78, 99);
  const healthPct = Math.max(38, Math.min(104, 82 + chance.normal(15)));
  const volts = openCircuitVoltsAtCharge(chargePct, construction, CELSIUS) + chance.normal(0.005);
  const saeAmps = convertRating(amps, standard, 'SAE').amps;
  const unusual = { 5: { case: 'bulged' }, 12: { terminals: 'corroded' }, 20: { level: 'low' } }[index] ?? {};
  const seen = {
    case: 'ok',
    terminals: 'ok',
    level: CONSTRUCTION_FACTS[construction].opens === 'always' ? 'ok' : 'sealed',
  };
  const loaded =
    index < LOADED && chargePct >= STANDARD_RULES.charge.loadGatePct && index !== 5 && index !== 12;
  const conditions = {
    construction,
    temperatureC: CELSIUS,
    voltsBefore: volts,
    chargePct,
    saeAmps,
    loadAmps: saeAmps / 2,
    c20Ah,
  };
  return {
    tag: `QR-${String(index + 1).padStart(3, '0')}`,
    construction,
    nominal_v: '12',
    rating_standard: standard,
    rating_a: String(amps),
    c20_ah: String(c20Ah),
    ...seen,
    ...unusual,
    temp_c: String(CELSIUS),
    rest_min: '960',
    ocv_v: volts.toFixed(2),
    ...(index % 3 === 0
      ? { cond_value: String(Math.round((amps * healthPct) / 100)), cond_unit: standard }
      : {}),
    ...(loaded
      ? {
          load_a: String(Math.round(saeAmps / 2)),
          load_v: (loadVoltsAtHealth(healthPct, conditions) + chance.normal(0.03)).toFixed(2),
        }
      : {}),
  };
}
