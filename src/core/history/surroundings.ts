import type { Climate } from '../battery/length-of-life';

/** The month that the coldest quarter begins with: north of the equator and south of it. */
export type Winter = 'december' | 'june';

/** What of a place decides how long batteries last there and when they fail. */
export interface Surroundings {
  readonly climate: Climate;
  readonly winter: Winter;
}

/** Where nobody has said: what most of the rules of the trade were written for. */
export const USUAL_SURROUNDINGS: Surroundings = { climate: 'mild', winter: 'december' };

/** The month, 0 to 11, in which a place whose winter begins in December has the same part of its year. */
export const monthAsInNorth = (month: number, winter: Winter): number =>
  winter === 'june' ? (month + 6) % 12 : month;
