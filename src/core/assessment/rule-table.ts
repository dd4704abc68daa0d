import type { Rule } from './decision';
import { byCapacity, capacityFalling, capacityLow } from './rules-of-capacity';
import { badCell, chargeLow, chargeUnknown, emptied, layered, leaks, sulphated } from './rules-of-charge';
import { dirtyTerminals, level, postDamaged, tooCold, unsafe } from './rules-of-handling';
import {
  ageing,
  beyondNew,
  loadFailed,
  loadWeak,
  ofAnEngine,
  powerUnknown,
  slowCrankUnanswered,
  sound,
  worn,
} from './rules-of-power';

/** The first rule that applies decides; the order is the rule. Rules of the trade. */
export const RULE_TABLE: readonly Rule[] = [
  { number: '1', about: 'unsafe to handle', decide: unsafe },
  { number: '2', about: 'post loose in the case or damaged', decide: postDamaged },
  { number: '3', about: 'terminals corroded or loose, top leaking', decide: dirtyTerminals },
  { number: '3a', about: 'too cold to judge', decide: tooCold },
  { number: '4', about: 'electrolyte level', decide: level },
  {
    number: '5',
    about: 'cells unlike each other, or far below the voltage of an empty battery',
    decide: badCell,
  },
  { number: '6', about: 'charge unknown or not to be believed', decide: chargeUnknown },
  { number: '8', about: 'three-minute charge of a low battery above its limit', decide: sulphated },
  { number: '7', about: 'charge below the load-test gate', decide: chargeLow },
  { number: '8a', about: 'charge lost within a day', decide: leaks },
  { number: '8b', about: 'capacity below its limit, of a battery that works for hours', decide: capacityLow },
  { number: '9', about: 'load test failed at a valid gate', decide: ofAnEngine(loadFailed) },
  {
    number: '9a',
    about: 'load test passed, but weak by a house of two lines',
    decide: ofAnEngine(loadWeak),
  },
  { number: '10', about: 'health below the limit', decide: ofAnEngine(worn) },
  { number: '10e', about: 'emptied by its own discharge', decide: emptied },
  { number: '10a', about: 'acid in layers', decide: layered },
  {
    number: '10b',
    about: 'slow cranking, and conductance alone against it',
    decide: ofAnEngine(slowCrankUnanswered),
  },
  {
    number: '10c',
    about: 'capacity low or falling, of a battery that starts an engine',
    decide: ofAnEngine(capacityFalling),
  },
  { number: '10d', about: 'deep cycle: capacity alone', decide: byCapacity },
  { number: '11', about: 'health between retiring and serving', decide: ofAnEngine(ageing) },
  { number: '11a', about: 'health beyond what a new battery has', decide: beyondNew },
  { number: '12', about: 'health good', decide: ofAnEngine(sound) },
  { number: '13', about: 'no test of power that counts', decide: powerUnknown },
];
