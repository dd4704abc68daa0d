/** Parts of a step or of the ledger that come when they are called for. Each is imported here and nowhere else. */
export const LATER_PARTS = {
  chargeScale: () => import('@/ui/charts/charge-scale').then((chart) => chart.ChargeScale),
  dischargePicture: () => import('@/ui/charts/discharge-picture').then((chart) => chart.DischargePicture),
  loadPicture: () => import('@/ui/charts/load-picture').then((chart) => chart.LoadPicture),
  traceEntry: () => import('./stages/trace-entry').then((entry) => entry.TraceEntry),
  otherRules: () => import('./stages/other-rules').then((rules) => rules.OtherRules),
  instrumentStrip: () => import('./live/instrument-strip').then((strip) => strip.InstrumentStrip),
  secondOpinion: () => import('./second-opinion').then((opinion) => opinion.SecondOpinion),
  typedMargins: () => import('./typed-margins').then((margins) => margins.TypedMargins),
  wholeWorking: () => import('./working-of').then((working) => working.WholeWorking),
  workingOf: () => import('./working-of').then((working) => working.WorkingOf),
} as const;
