import type { ReadingData } from '@/core/steps/reading';
import type { Choice } from '@/ui/choices';

/** What can be answered at each point of an inspection. */

type Inspection = ReadingData<'inspection'>;

export const CASE: readonly Choice<NonNullable<Inspection['case']>>[] = [
  { value: 'ok', label: 'Sound' },
  { value: 'cracked', label: 'Cracked', bad: true },
  { value: 'bulged', label: 'Bulged', bad: true },
  { value: 'leaking', label: 'Leaking', bad: true },
  { value: 'frozen', label: 'Frozen', bad: true },
];
export const TERMINALS: readonly Choice<NonNullable<Inspection['terminals']>>[] = [
  { value: 'ok', label: 'Clean and tight' },
  { value: 'corroded', label: 'Corroded', bad: true },
  { value: 'loose', label: 'Clamp loose', bad: true },
  { value: 'damaged', label: 'Post damaged or loose in the case', bad: true },
];
export const LEVEL: readonly Choice<NonNullable<Inspection['level']>>[] = [
  { value: 'ok', label: 'Over the plates' },
  { value: 'low', label: 'Low', bad: true },
  { value: 'exposed', label: 'Plates bare', bad: true },
  { value: 'sealed', label: 'Sealed' },
];
export const HOLD_DOWN: readonly Choice<NonNullable<Inspection['holdDown']>>[] = [
  { value: 'ok', label: 'Tight' },
  { value: 'loose', label: 'Loose', bad: true },
  { value: 'missing', label: 'Missing', bad: true },
];
export const CAPS: readonly Choice<NonNullable<Inspection['caps']>>[] = [
  { value: 'ok', label: 'All on' },
  { value: 'missing', label: 'Missing or cracked', bad: true },
];
export const EYE: readonly Choice<NonNullable<Inspection['eye']>>[] = [
  { value: 'charged', label: 'Charged' },
  { value: 'low_charge', label: 'Low charge' },
  { value: 'low_level', label: 'Low level', bad: true },
];
export const BELT: readonly Choice<NonNullable<Inspection['belt']>>[] = [
  { value: 'ok', label: 'Sound' },
  { value: 'worn', label: 'Worn or slack', bad: true },
];
export const FUSE: readonly Choice<NonNullable<Inspection['fuse']>>[] = [
  { value: 'ok', label: 'Sound' },
  { value: 'blown', label: 'Blown', bad: true },
];
export const SMELL: readonly Choice<NonNullable<Inspection['smell']>>[] = [
  { value: 'none', label: 'None' },
  { value: 'rotten_egg', label: 'Rotten eggs', bad: true },
];
