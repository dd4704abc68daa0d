import { render } from '@testing-library/react';
import { VERDICTS } from '@/core/assessment/verdict';
import { VerdictMark } from './verdict-mark';

describe('verdict marks', () => {
  it('are told apart by shape alone', () => {
    const shapes = VERDICTS.map(
      (verdict) => render(<VerdictMark verdict={verdict} />).container.querySelector('svg')?.innerHTML,
    );
    expect(new Set(shapes).size).toBe(VERDICTS.length);
  });
});
