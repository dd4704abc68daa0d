/**
 * The names of the fields of what judgements are made of, the commonest first: a judgement that is packed with them
 * names each such record by one number. Packed values rest on this list as it stands: a later core that holds other
 * records gets a list of its own, beside this one, and with it another first byte.
 */
export const STRUCTURES_2: readonly (readonly string[])[] = [
  'code severity measured indicative',
  'value limit margin sd unit',
  'evidence assessment',
  'battery inspection openCircuit hydrometer cellVolts conductance load recovery crank threeMinute stand vehicleChecks chargeRefused chargesGiven conductancesMade loadsMadeVolts skipped',
  'case smell terminals level caps holdDown topVolts eye belt fuse',
  'verdict grade rule decidedBy next estimates findings rules core',
  'temperatureC charge freezesAtC cells conductance task load crank threeMinute stand vehicleChecks health recovery',
  'setAmps ratedAmps ratedBasis setBasis holdSeconds limitVolts temperatureC temperatureAssumed',
  'id version',
  'volts temperatureC restMinutes surfaceRemoved forced',
  'pct sdPct volts25 surfaceSuspected stillCharging indicative',
  'standard amps',
  'standing volts marginVolts ratio scaled healthPct fullChargeVolts decidingMarginVolts healthSdPct',
  'amps seconds volts temperatureC forced',
  'method pct sdPct indicative',
  'pct sdPct indicative methods methodsDisagree settledByLoads',
  'construction nominalVolts ratings c20Ah rcMinutes',
  'construction nominalVolts ratings c20Ah rcMinutes slot baselineSiemens',
  'value unit compensated temperatureC forced',
  'saeAmps healthPct healthSdPct conclusive',
  'amps seconds volts temperatureC trace forced',
  'gravities temperatureC compensated forced',
  'source spread state gravity25 forced',
  'minutes volts forced',
].map((names) => names.split(' '));

/** What the records of capacity changed in the list: their place in it, and the names that they now have. */
const WITH_CAPACITY: Readonly<Record<number, string>> = {
  3: 'battery inspection openCircuit hydrometer cellVolts conductance load recovery crank threeMinute stand discharge returned vehicleChecks chargeRefused chargesGiven conductancesMade loadsMadeVolts skipped',
  6: 'temperatureC charge freezesAtC cells conductance task load crank threeMinute stand capacity vehicleChecks health recovery',
};

/** The same since capacity is judged: two records hold it, and its own stand behind. */
export const STRUCTURES_3: readonly (readonly string[])[] = [
  ...STRUCTURES_2.map((names, at) => WITH_CAPACITY[at]?.split(' ') ?? names),
  ...[
    'method pct sdPct atLeast forced low measured',
    'value limit unit',
    'ampHours fromPct',
    'amps minutes earlyVolts endVolts temperatureC drained forced',
    'construction nominalVolts ratings c20Ah rcMinutes slot baselineSiemens duty',
  ].map((names) => names.split(' ')),
];
