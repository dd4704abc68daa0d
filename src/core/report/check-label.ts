import type { BatteryTag } from './battery-tag';
import type { CheckSlip } from './check-slip';

/** What is stuck to a key or a windscreen after a check: the vehicle, what it came to, and the way back by its code. */
export function checkLabel(slip: CheckSlip, address: string): BatteryTag {
  const [first] = slip.causes;
  return {
    tag: slip.vehicle,
    rating: first ? first.join(' ') : 'Nothing read yet',
    line: slip.finished ? 'Checked' : 'Check is open',
    codeText: `${address}/checks/${slip.runId}`,
    fittedOn: null,
    verdict: null,
    nextCheckMs: null,
    dayMs: slip.atMs,
  };
}
