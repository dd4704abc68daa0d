import { render } from '@testing-library/react';
import { SiteProvider } from './site';
import { siteSettings } from './site.test-support';
import { useTone } from './tones';

function Bell({ rings }: { readonly rings: boolean }) {
  useTone('over', rings);
  return null;
}

const felt = vi.fn();
beforeAll(() => Object.defineProperty(navigator, 'vibrate', { value: felt, configurable: true }));
beforeEach(() => felt.mockClear());

function course(tones: 'on' | 'off', ...rings: readonly boolean[]): number {
  const at = (now: boolean) => (
    <SiteProvider settings={siteSettings({ technicianId: 'me', tones })}>
      <Bell rings={now} />
    </SiteProvider>
  );
  const [first = false, ...later] = rings;
  const { rerender, unmount } = render(at(first));
  for (const now of later) rerender(at(now));
  unmount();
  return felt.mock.calls.length;
}

it('what ends is felt once each time that it ends, and not because the screen was opened after it', () => {
  expect(course('on', false, true, true, false, true)).toBe(2);
  felt.mockClear();
  expect(course('on', true, true)).toBe(0);
});

it('nothing is felt once the tones are off', () => {
  expect(course('off', false, true)).toBe(0);
});
