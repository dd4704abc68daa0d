import type { BatteryLabel } from '@/core/battery/battery-label';
import { chargingRuns } from './charging';
import { type DemoRun, type DemoSlot, fleetLives, type Stage, TagRoll, walkIns } from './lives';
import { DEMO_BATTERIES } from './scenario';
import { launchRuns, openRuns, storyRuns, todaysRuns } from './stories';

/** Batteries that the house has had in its hands. */
const BATTERIES = 162;
/** Tags below belong to the batteries with a part of their own. */
const FIRST_FREE_TAG = 130;

/** The sample history: every battery, where it stood, and every run. */
export interface DemoHistory {
  readonly labels: readonly BatteryLabel[];
  readonly slots: readonly DemoSlot[];
  readonly runs: readonly DemoRun[];
}

/** All of it, from some winters ago until now. The same from the same moment, on every machine. */
export function demoHistory(stage: Stage): DemoHistory {
  const roll = new TagRoll(FIRST_FREE_TAG);
  const fleet = fleetLives(stage, roll);
  const walked = walkIns(stage, Math.max(0, BATTERIES - DEMO_BATTERIES.length - fleet.units.length), roll);
  const inPlace = new Set(fleet.slots.filter(({ untilMs }) => untilMs === null).map(({ tag }) => tag));
  const gone = ({ label }: { readonly label: BatteryLabel }) =>
    inPlace.has(label.tag) ? label : { ...label, place: 'Scrap pallet' };
  return {
    labels: [
      ...DEMO_BATTERIES.map(({ label }) => label),
      ...fleet.units.map(gone),
      ...walked.units.map(({ label }) => label),
    ],
    slots: fleet.slots,
    runs: [
      ...fleet.runs,
      ...walked.runs,
      ...storyRuns(stage),
      ...todaysRuns(stage),
      ...openRuns(stage),
      ...chargingRuns(stage),
      ...launchRuns(stage),
    ],
  };
}
