import type { Examined } from './examine';
import { EXCURSION_WORDS } from './excursions';
import { FEATURE_NAMES } from './features';

/** The features of a recording as the open format has them: every number with `_sd` beside it, null where it is not there. */
export function featuresAsFormat({
  features,
  cranks,
  excursions,
  problems,
}: Examined): Record<string, unknown> {
  const rounded = (value: number) => Number(value.toPrecision(7));
  const numbers = FEATURE_NAMES.flatMap((name): [string, number | null][] => {
    const found = features.values[name];
    return [
      [name, found && rounded(found.value)],
      [`${name}_sd`, found && rounded(found.sd)],
    ];
  });
  return {
    ...Object.fromEntries(numbers),
    phase_missing: features.phaseMissing,
    attempts: cranks.length,
    attempts_sd: 0,
    excursions: excursions.map(({ kind, fromS, toS, value }) => ({
      kind,
      what: EXCURSION_WORDS[kind],
      from_s: rounded(fromS),
      to_s: rounded(toS),
      value: rounded(value),
    })),
    problems: [...problems],
  };
}
