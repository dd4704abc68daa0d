import { type Problem, problem } from './result';
import { celsiusFromFahrenheit } from './temperature';

/**
 * What a person may type for each quantity. `possible` is what can be at all: outside it an entry is refused.
 * `plausible` is what one sees on a bench: outside it the entry is asked about, never refused.
 * Volts are for a 12 V battery and scale with the nominal voltage. Rules of the trade.
 */
const ENTRY_LIMITS = {
  openCircuitVolts: {
    label: 'open-circuit voltage',
    unit: 'V',
    possible: [0, 18],
    plausible: [9.5, 13.6],
    scales: true,
  },
  loadVolts: {
    label: 'voltage under load',
    unit: 'V',
    possible: [0, 16],
    plausible: [5, 12.4],
    scales: true,
  },
  recoveryVolts: {
    label: 'recovery voltage',
    unit: 'V',
    possible: [0, 18],
    plausible: [9.5, 13.2],
    scales: true,
  },
  chargingVolts: {
    label: 'voltage while charging',
    unit: 'V',
    possible: [0, 20],
    plausible: [12.5, 16.8],
    scales: true,
  },
  chargingAmps: {
    label: 'charging current',
    unit: 'A',
    possible: [1, 400],
    plausible: [20, 60],
    scales: false,
  },
  regulatedVolts: {
    label: 'regulated voltage',
    unit: 'V',
    possible: [0, 20],
    plausible: [11.5, 16.5],
    scales: true,
  },
  smallChargingAmps: {
    label: 'charging current',
    unit: 'A',
    possible: [0, 400],
    plausible: [0, 60],
    scales: false,
  },
  returnedAh: {
    label: 'charge returned',
    unit: 'Ah',
    possible: [0, 4000],
    plausible: [0, 300],
    scales: false,
  },
  dischargeAmps: {
    label: 'discharge current',
    unit: 'A',
    possible: [0.1, 500],
    plausible: [1, 100],
    scales: false,
  },
  dischargeMinutes: {
    label: 'minutes of discharge',
    unit: 'min',
    possible: [0.5, 6000],
    plausible: [5, 1500],
    scales: false,
  },
  dischargeVolts: {
    label: 'voltage while discharging',
    unit: 'V',
    possible: [0, 14],
    plausible: [9.5, 12.9],
    scales: true,
  },
  topVolts: {
    label: 'probe voltage across the top',
    unit: 'V',
    possible: [0, 18],
    plausible: [0, 6],
    scales: false,
  },
  levelMm: {
    label: 'level over the plates',
    unit: 'mm',
    possible: [-60, 80],
    plausible: [-20, 40],
    scales: false,
  },
  vehicleReading: { label: 'reading', unit: '', possible: [0, 60], plausible: [0, 40], scales: false },
  standHours: {
    label: 'hours left alone',
    unit: 'h',
    possible: [0.1, 2000],
    plausible: [1, 240],
    scales: false,
  },
  gravity: { label: 'gravity', unit: '', possible: [1, 1.4], plausible: [1.05, 1.32], scales: false },
  cumulativeCellVolts: {
    label: 'voltage to this cell',
    unit: 'V',
    possible: [0, 16],
    plausible: [1.6, 13.6],
    scales: false,
  },
  cellVolts: { label: 'cell voltage', unit: 'V', possible: [0, 3], plausible: [1.6, 2.4], scales: false },
  siemens: { label: 'conductance', unit: 'S', possible: [10, 20_000], plausible: [50, 2000], scales: false },
  milliohms: { label: 'resistance', unit: 'mΩ', possible: [0.1, 200], plausible: [1, 30], scales: false },
  crankVolts: { label: 'cranking voltage', unit: 'V', possible: [0, 16], plausible: [5, 12.4], scales: true },
  crankAmps: {
    label: 'cranking current',
    unit: 'A',
    possible: [0, 2500],
    plausible: [30, 1500],
    scales: false,
  },
  startSeconds: { label: 'time to start', unit: 's', possible: [0, 60], plausible: [0.3, 15], scales: false },
  rippleVolts: { label: 'ripple', unit: 'V', possible: [0, 5], plausible: [0, 2], scales: true },
  dropVolts: { label: 'voltage drop', unit: 'V', possible: [0, 12], plausible: [0, 4], scales: true },
  dropAmps: {
    label: 'current meanwhile',
    unit: 'A',
    possible: [0, 2500],
    plausible: [0, 1500],
    scales: false,
  },
  feedVolts: { label: 'voltage of the feed', unit: 'V', possible: [0, 18], plausible: [0, 16], scales: true },
  outputAmps: { label: 'output current', unit: 'A', possible: [0, 600], plausible: [0, 300], scales: false },
  netAmps: { label: 'net current', unit: 'A', possible: [-600, 600], plausible: [-120, 200], scales: false },
  drawAmps: { label: 'draw', unit: 'A', possible: [0, 30], plausible: [0, 10], scales: false },
  drawMilliamps: { label: 'draw', unit: 'mA', possible: [0, 30_000], plausible: [1, 10_000], scales: false },
  clampMillivolts: {
    label: 'voltage of the clamp',
    unit: 'mV',
    possible: [-25_000, 25_000],
    plausible: [-6000, 15_000],
    scales: false,
  },
  minutesRunning: {
    label: 'minutes since the start',
    unit: 'min',
    possible: [0, 10_000],
    plausible: [0, 60],
    scales: false,
  },
  crankSeconds: { label: 'cranking time', unit: 's', possible: [0.1, 60], plausible: [1, 15], scales: false },
  temperatureC: {
    label: 'battery temperature',
    unit: '°C',
    possible: [-50, 90],
    plausible: [-30, 55],
    scales: false,
  },
  loadAmps: { label: 'load current', unit: 'A', possible: [1, 3000], plausible: [50, 1000], scales: false },
  loadSeconds: { label: 'load time', unit: 's', possible: [1, 60], plausible: [5, 20], scales: false },
  restMinutes: { label: 'rest', unit: 'min', possible: [0, 525_600], plausible: [0, 100_000], scales: false },
  recoveryMinutes: {
    label: 'time after the load',
    unit: 'min',
    possible: [0, 1440],
    plausible: [0.5, 60],
    scales: false,
  },
  ratingAmps: {
    label: 'rated cranking current',
    unit: 'A',
    possible: [20, 4000],
    plausible: [50, 1500],
    scales: false,
  },
  c20Ah: { label: '20 h capacity', unit: 'Ah', possible: [1, 4000], plausible: [4, 300], scales: false },
  rcMinutes: {
    label: 'reserve capacity',
    unit: 'min',
    possible: [1, 4000],
    plausible: [10, 600],
    scales: false,
  },
} as const;

export type Quantity = keyof typeof ENTRY_LIMITS;

/** What to make of a typed number: take it, ask about it (with a guess at what was meant), or refuse it. */
export type EntryCheck =
  | { readonly kind: 'taken' }
  | { readonly kind: 'doubtful'; readonly question: string; readonly suggestion: number | undefined }
  | { readonly kind: 'refused'; readonly problem: Problem };

/** The label under which a quantity is asked for. */
export function quantityLabel(quantity: Quantity): string {
  return ENTRY_LIMITS[quantity].label;
}

/** Least and most that can be for a quantity on a battery of this nominal voltage. */
export function possibleRange(
  quantity: Quantity,
  nominalVolts: number,
): readonly [least: number, most: number] {
  const { possible, scales } = ENTRY_LIMITS[quantity];
  return scaled(possible, scales, nominalVolts);
}

/**
 * Checks a typed number against what can be and what is likely.
 * NaN and infinities are refused by name; a slipped decimal point is asked about with the likely value.
 * @param asked what the step asks for on this very battery, where it does: doubt is then held against that and not
 * against what one sees on most benches; 12 A are right where 12 A were to be set.
 * @example checkEntry('openCircuitVolts', 1.24, 12) // doubtful, suggestion 12.4
 * @example checkEntry('loadAmps', 120, 6, 12) // doubtful, suggestion 12
 */
export function checkEntry(
  quantity: Quantity,
  value: number,
  nominalVolts: number,
  asked: number | null = null,
): EntryCheck {
  const { label, unit, possible, plausible, scales } = ENTRY_LIMITS[quantity];
  const [least, most] = scaled(possible, scales, nominalVolts);
  if (!(value >= least && value <= most)) {
    return { kind: 'refused', problem: problem(label, value, `${least} to ${most} ${unit}`) };
  }
  const usual = asked === null ? scaled(plausible, scales, nominalVolts) : around(asked);
  if (within(usual, value)) return { kind: 'taken' };
  if (quantity === 'temperatureC') return doubtfulTemperature(value, usual);
  const suggestion = SLIPS.map((slip) => Number((value * slip).toPrecision(6))).find((guess) =>
    within(usual, guess),
  );
  const battery = scales ? ` on a ${nominalVolts} V battery` : '';
  const why =
    asked === null
      ? `${value} ${unit}${battery} is unusual.`
      : `${value} ${unit} is far from the ${Number(asked.toPrecision(3))} ${unit} that this battery’s test asks for.`;
  const guess = suggestion === undefined ? 'Is that right?' : `Was ${suggestion} ${unit} meant?`;
  return { kind: 'doubtful', question: `${why} ${guess}`, suggestion };
}

/** Whoever reads 68 off a thermometer and types it as Celsius reads Fahrenheit; no finger slips to 6.8. */
function doubtfulTemperature(value: number, usual: readonly [number, number]): EntryCheck {
  const meant = Math.round(celsiusFromFahrenheit(value) * 10) / 10;
  const fits = within(usual, meant);
  const guess = fits ? `Was ${value} °F meant, which is ${meant} °C?` : 'Is that right?';
  return {
    kind: 'doubtful',
    question: `${value} °C is unusual for a battery. ${guess}`,
    suggestion: fits ? meant : undefined,
  };
}

/** How far a set value lies from what was asked for before it is asked about, as shares of that. Rule of the trade. */
const ASKED_SPAN = [0.7, 1.4] as const;

const around = (asked: number) => [asked * ASKED_SPAN[0], asked * ASKED_SPAN[1]] as const;

/** Decimal point one place off either way, then two, in the order in which fingers slip. */
const SLIPS = [10, 0.1, 100, 0.01];

function within([least, most]: readonly [number, number], value: number): boolean {
  return value >= least && value <= most;
}

function scaled(
  range: readonly [number, number],
  scales: boolean,
  nominalVolts: number,
): readonly [number, number] {
  if (!scales || nominalVolts === 12) return range;
  return [(range[0] * nominalVolts) / 12, (range[1] * nominalVolts) / 12];
}
