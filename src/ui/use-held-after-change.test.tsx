import { act, render, screen } from '@testing-library/react';
import { MainKey } from './key-bar';
import { useHeldAfterChange } from './use-held-after-change';

function Finish({ verdict, onPress }: { readonly verdict: string; readonly onPress: () => void }) {
  return (
    <MainKey onPress={onPress} held={useHeldAfterChange(verdict)}>
      Finish: {verdict}
    </MainKey>
  );
}

beforeEach(() => vi.useFakeTimers());
afterEach(() => vi.useRealTimers());

it('a key whose verdict another has just changed ends nothing before it could be read', () => {
  const onPress = vi.fn();
  const { rerender } = render(<Finish verdict="serve" onPress={onPress} />);
  const press = () => act(() => screen.getByRole('button').click());
  press();
  expect(onPress).toHaveBeenCalledTimes(1);
  rerender(<Finish verdict="quarantine" onPress={onPress} />);
  expect(screen.getByRole('button').getAttribute('aria-disabled')).toBe('true');
  press();
  act(() => void vi.advanceTimersByTime(700));
  press();
  expect(onPress).toHaveBeenCalledTimes(1);
  act(() => void vi.advanceTimersByTime(200));
  press();
  expect(onPress).toHaveBeenCalledTimes(2);
});
