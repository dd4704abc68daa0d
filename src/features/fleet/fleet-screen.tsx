import { fleetQueryText, type ListQuestion } from '@/core/exchange/fleet-query';
import type {
  ColdView,
  IdleBattery,
  FleetList as List,
  PlanView,
  ReadsOffView,
  WarrantyClaim,
  WearingVehicle,
} from '@/core/exchange/fleet-views';
import type { SetsView } from '@/core/exchange/set-views';
import { changedCosts } from '@/core/planning/costs';
import { IdleAnswer, VehiclesAnswer, WarrantyAnswer } from './answers';
import { ColdAnswer } from './cold-answer';
import type { Shown } from './fleet-cells';
import { FleetFrame } from './fleet-frame';
import { FleetList } from './fleet-list';
import { PlanAnswer } from './plan-answer';
import { ReadsOffAnswer } from './reads-off-answer';
import { SetsAnswer } from './sets-answer';

/** The answer to one of the questions. */
export type FleetAnswer =
  | { readonly question: ListQuestion; readonly list: List }
  | { readonly question: 'cold'; readonly cold: ColdView }
  | { readonly question: 'buy'; readonly view: PlanView }
  | { readonly question: 'sets'; readonly view: SetsView }
  | { readonly question: 'vehicles'; readonly vehicles: readonly WearingVehicle[] }
  | { readonly question: 'idle'; readonly idle: readonly IdleBattery[]; readonly celsius: number }
  | { readonly question: 'warranty'; readonly claims: readonly WarrantyClaim[] }
  | { readonly question: 'instruments'; readonly view: ReadsOffView };

/** One question of a lead’s, answered on one screen. */
export function FleetScreen({ answer, ...shown }: Shown & { readonly answer: FleetAnswer }) {
  return (
    <FleetFrame question={answer.question} asked={askedOf(answer)}>
      {answered(answer, shown)}
    </FleetFrame>
  );
}

/** How the address of an answer asks its question. */
function askedOf(answer: FleetAnswer): Record<string, string> {
  switch (answer.question) {
    case 'sets':
      return { size: String(answer.view.asked.size), joined: answer.view.asked.joined };
    case 'buy':
      return answer.view.isTried ? changedCosts(answer.view) : {};
    case 'cold':
    case 'vehicles':
    case 'warranty':
    case 'instruments':
      return {};
    case 'idle':
      return { celsius: String(answer.celsius) };
    default:
      return Object.fromEntries(new URLSearchParams(fleetQueryText(answer.list.asked, answer.question)));
  }
}

function answered(answer: FleetAnswer, shown: Shown): React.ReactNode {
  switch (answer.question) {
    case 'cold':
      return <ColdAnswer cold={answer.cold} />;
    case 'buy':
      return <PlanAnswer view={answer.view} />;
    case 'sets':
      return <SetsAnswer view={answer.view} />;
    case 'vehicles':
      return <VehiclesAnswer vehicles={answer.vehicles} currency={shown.currency} />;
    case 'idle':
      return <IdleAnswer idle={answer.idle} celsius={answer.celsius} nowMs={shown.nowMs} />;
    case 'warranty':
      return <WarrantyAnswer claims={answer.claims} />;
    case 'instruments':
      return <ReadsOffAnswer view={answer.view} />;
    default: {
      const { question, list } = answer;
      return <FleetList list={list} question={question} shown={shown} />;
    }
  }
}
