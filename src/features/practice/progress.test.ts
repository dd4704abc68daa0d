/** @vitest-environment jsdom */
import { renderHook } from '@testing-library/react';
import { useAttempts } from './progress';

const attempt = {
  id: '01900000-0000-7000-8000-000000000003',
  technicianId: null,
  code: '1-5',
  title: 'Lamps left on',
  level: 1,
  score: 80,
  right: true,
  minutes: 40,
  atMs: 1000,
};

it('shows the attempts that a browser kept, whatever else stands among them', () => {
  const kept = [attempt, null, 'case', { code: '1-6' }, { ...attempt, code: '1-7', technicianId: 'other' }];
  localStorage.setItem('integra:practice', JSON.stringify(kept));
  expect(renderHook(() => useAttempts(null)).result.current).toEqual([attempt]);
});
