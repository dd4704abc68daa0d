import { dangerTitle } from './danger-words';
import { FINDING_CODES, FINDING_SEVERITY } from './finding';
import { FINDING_TITLES } from './wording';

it('whoever is barred from a battery is told which danger, whichever there is', () => {
  const dangers = FINDING_CODES.filter((code) => FINDING_SEVERITY[code] === 'danger');
  expect(dangers.length).toBeGreaterThan(5);
  for (const code of FINDING_CODES)
    expect([code, dangerTitle(code)]).toEqual([code, dangers.includes(code) ? FINDING_TITLES[code] : null]);
});
