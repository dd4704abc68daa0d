import type { HouseRules } from '../rules/house-rules';
import type { Tool, ToolMaker } from './tool';
import { chargeFromGravityTool, chargeFromVoltsTool, freezingTool } from './tools/charge';
import { chargeTimeTool } from './tools/charging';
import { cableTool, dropTool } from './tools/circuit';
import { conductanceTool } from './tools/conductance';
import { limitTool } from './tools/limit';
import { loadTool } from './tools/load';
import { ratingTool } from './tools/rating';
import { drawTool, reserveTool } from './tools/reserve';
import { temperatureTool } from './tools/temperature';
import { balanceTool, starterTool } from './tools/vehicle';

const MAKERS: readonly ToolMaker[] = [
  ratingTool,
  loadTool,
  limitTool,
  chargeFromVoltsTool,
  chargeFromGravityTool,
  freezingTool,
  conductanceTool,
  chargeTimeTool,
  reserveTool,
  drawTool,
  dropTool,
  cableTool,
  starterTool,
  balanceTool,
  temperatureTool,
];

/** The loose calculations of the trade, with the limits of a house’s rules. */
export function toolbox(rules: HouseRules): readonly Tool[] {
  return MAKERS.map((make) => make(rules));
}
