import type { CheckState } from '@/core/circuit/check-of-readings';
import { STARTING_PREVENTED_BY, type StartingPreventedBy } from '@/core/vehicle/starting-prevented';
import { Button } from '@/ui/button';
import { Choices } from '@/ui/choices';
import type { Check } from './use-check';

/** What was pulled so that it can be cranked, and that it is back: the check is not finished before that. */
export function KeptFromStarting({ check, state }: { readonly check: Check; readonly state: CheckState }) {
  const { preventedBy = null } = check.view.vehicle;
  if (state.pulled) {
    return (
      <div className="flex flex-wrap items-center gap-3 border-l-4 border-warn bg-warn-wash px-3 py-2">
        <p className="mr-auto text-warn">
          {STARTING_PREVENTED_BY[state.pulled.data.by]}: put it back before the check is finished.
        </p>
        <Button onClick={() => check.capture('put_back', {})}>It is back</Button>
      </div>
    );
  }
  const ways = Object.keys(STARTING_PREVENTED_BY) as StartingPreventedBy[];
  return (
    <Choices
      legend="Kept from starting by: mark what was pulled, so that it is put back"
      name="prevented"
      // The way that is noted for this vehicle first.
      choices={[
        ...ways.filter((way) => way === preventedBy),
        ...ways.filter((way) => way !== preventedBy),
      ].map((value) => ({ value, label: STARTING_PREVENTED_BY[value] }))}
      chosen={null}
      onChoose={(by) => check.capture('kept_from_starting', { by })}
    />
  );
}
