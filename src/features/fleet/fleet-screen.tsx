import type {
  ColdView,
  FleetPage,
  IdleBattery,
  ReadsOff,
  Wanted,
  WearingVehicle,
} from '@/core/exchange/fleet-views';
import { IdleAnswer, InstrumentsAnswer, VehiclesAnswer, WantedAnswer } from './answers';
import { ColdAnswer } from './cold-answer';
import { FleetFrame } from './fleet-frame';
import { FleetTable } from './fleet-table';
import { addressOf, type Question } from './questions';

/** The answer to one of the questions. */
export type FleetAnswer =
  | { readonly question: 'first' | 'aging' | 'winter' | 'due'; readonly page: FleetPage }
  | { readonly question: 'cold'; readonly cold: ColdView }
  | { readonly question: 'buy'; readonly wanted: readonly Wanted[] }
  | { readonly question: 'vehicles'; readonly vehicles: readonly WearingVehicle[] }
  | { readonly question: 'idle'; readonly idle: readonly IdleBattery[] }
  | { readonly question: 'instruments'; readonly off: readonly ReadsOff[] };

/** One question of a lead’s, answered on one screen. */
export function FleetScreen({
  answer,
  nowMs,
  linePct,
}: {
  readonly answer: FleetAnswer;
  readonly nowMs: number;
  readonly linePct: number;
}) {
  return <FleetFrame question={answer.question}>{answered(answer, nowMs, linePct)}</FleetFrame>;
}

function answered(answer: FleetAnswer, nowMs: number, linePct: number): React.ReactNode {
  switch (answer.question) {
    case 'cold':
      return <ColdAnswer cold={answer.cold} />;
    case 'buy':
      return <WantedAnswer wanted={answer.wanted} />;
    case 'vehicles':
      return <VehiclesAnswer vehicles={answer.vehicles} />;
    case 'idle':
      return <IdleAnswer idle={answer.idle} nowMs={nowMs} />;
    case 'instruments':
      return <InstrumentsAnswer off={answer.off} />;
    default: {
      const question: Question = answer.question;
      return <FleetTable page={answer.page} address={addressOf(question)} nowMs={nowMs} linePct={linePct} />;
    }
  }
}
