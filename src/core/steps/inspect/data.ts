import {
  BELT_STATES,
  CAP_STATES,
  CASE_STATES,
  EYE_STATES,
  FUSE_STATES,
  HOLD_DOWN_STATES,
  LEVEL_STATES,
  SMELL_STATES,
  TERMINAL_STATES,
} from '../../assessment/evidence';
import { Type } from '../../quantity/type';
import { eachCell, holding, measured, oneOf, optional } from '../shape';

export const INSPECT_READINGS = {
  inspection: holding({
    case: optional(oneOf(CASE_STATES, 'case')),
    smell: optional(oneOf(SMELL_STATES, 'smell')),
    terminals: optional(oneOf(TERMINAL_STATES, 'terminals')),
    level: optional(oneOf(LEVEL_STATES, 'level')),
    caps: Type.Optional(optional(oneOf(CAP_STATES, 'caps'))),
    holdDown: Type.Optional(optional(oneOf(HOLD_DOWN_STATES, 'hold-down'))),
    topVolts: Type.Optional(optional(measured('topVolts'))),
    /** Electrolyte over the plates, mm a cell. */
    levelsMm: Type.Optional(optional(eachCell('levelMm', 'level a cell'))),
    eye: Type.Optional(optional(oneOf(EYE_STATES, 'indicator eye'))),
    belt: Type.Optional(optional(oneOf(BELT_STATES, 'belt'))),
    fuse: Type.Optional(optional(oneOf(FUSE_STATES, 'fuse'))),
  }),
} as const;
