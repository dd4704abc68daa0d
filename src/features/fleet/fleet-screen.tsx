import type {
  ColdView,
  FleetPage,
  IdleBattery,
  PlanView,
  ReadsOff,
  WearingVehicle,
} from '@/core/exchange/fleet-views';
import { IdleAnswer, InstrumentsAnswer, VehiclesAnswer } from './answers';
import { ColdAnswer } from './cold-answer';
import { FleetFrame } from './fleet-frame';
import { FleetTable } from './fleet-table';
import { PlanAnswer } from './plan-answer';
import { addressOf, type Question } from './questions';

/** The answer to one of the questions. */
export type FleetAnswer =
  | { readonly question: 'first' | 'aging' | 'winter' | 'due'; readonly page: FleetPage }
  | { readonly question: 'cold'; readonly cold: ColdView }
  | { readonly question: 'buy'; readonly view: PlanView }
  | { readonly question: 'vehicles'; readonly vehicles: readonly WearingVehicle[] }
  | { readonly question: 'idle'; readonly idle: readonly IdleBattery[] }
  | { readonly question: 'instruments'; readonly off: readonly ReadsOff[] };

/** One question of a lead’s, answered on one screen. */
export function FleetScreen({ answer, ...shown }: Shown & { readonly answer: FleetAnswer }) {
  return <FleetFrame question={answer.question}>{answered(answer, shown)}</FleetFrame>;
}

/** What every answer is shown with. */
interface Shown {
  readonly nowMs: number;
  readonly linePct: number;
  readonly currency: string;
}

function answered(answer: FleetAnswer, { nowMs, linePct, currency }: Shown): React.ReactNode {
  switch (answer.question) {
    case 'cold':
      return <ColdAnswer cold={answer.cold} />;
    case 'buy':
      return <PlanAnswer view={answer.view} />;
    case 'vehicles':
      return <VehiclesAnswer vehicles={answer.vehicles} currency={currency} />;
    case 'idle':
      return <IdleAnswer idle={answer.idle} nowMs={nowMs} />;
    case 'instruments':
      return <InstrumentsAnswer off={answer.off} />;
    default: {
      const question: Question = answer.question;
      return (
        <FleetTable
          page={answer.page}
          address={addressOf(question)}
          nowMs={nowMs}
          linePct={linePct}
          currency={currency}
        />
      );
    }
  }
}
