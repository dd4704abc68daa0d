import { later } from '@/ui/later';

/** Parts of a step or of the ledger that come when they are called for. Each is imported here and nowhere else. */
export const LATER_PARTS = {
  chargeScale: later(() => import('@/ui/charts/charge-scale').then((chart) => chart.ChargeScale)),
  doneStep: later(() => import('./done-step').then((done) => done.DoneStep)),
  dischargePicture: later(() =>
    import('@/ui/charts/discharge-picture').then((chart) => chart.DischargePicture),
  ),
  loadPicture: later(() => import('@/ui/charts/load-picture').then((chart) => chart.LoadPicture)),
  traceEntry: later(() => import('./stages/trace-entry').then((entry) => entry.TraceEntry)),
  otherRules: later(() => import('./stages/other-rules').then((rules) => rules.OtherRules)),
  instrumentStrip: later(() => import('./live/instrument-strip').then((strip) => strip.InstrumentStrip)),
  secondOpinion: later(() => import('./second-opinion').then((opinion) => opinion.SecondOpinion)),
  typedMargins: later(() => import('./typed-margins').then((margins) => margins.TypedMargins)),
  wholeWorking: later(() => import('./working-of').then((working) => working.WholeWorking)),
  workingOf: later(() => import('./working-of').then((working) => working.WorkingOf)),
} as const;
