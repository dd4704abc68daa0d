import { act, fireEvent, render, screen } from '@testing-library/react';
import { useSecondEnterHeld } from './second-enter';

function Opened({ onEnd }: { readonly onEnd: () => void }) {
  const held = useSecondEnterHeld();
  return (
    <button type="button" data-opening={held || undefined} onKeyDown={onEnd}>
      Finish
    </button>
  );
}

beforeEach(() => vi.useFakeTimers());
afterEach(() => vi.useRealTimers());

it('a scanner’s second Enter ends nothing, a person’s later one does', () => {
  const onEnd = vi.fn();
  render(<Opened onEnd={onEnd} />);
  const finish = screen.getByRole('button', { name: 'Finish' });
  fireEvent.keyDown(finish, { key: 'Enter' });
  fireEvent.keyDown(finish, { key: ' ' });
  expect(onEnd).not.toHaveBeenCalled();
  fireEvent.keyDown(finish, { key: '1' });
  expect(onEnd).toHaveBeenCalledTimes(1);
  act(() => {
    vi.runAllTimers();
  });
  expect(finish.hasAttribute('data-opening')).toBe(false);
  fireEvent.keyDown(finish, { key: 'Enter' });
  expect(onEnd).toHaveBeenCalledTimes(2);
});
