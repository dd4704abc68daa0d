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

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

it('a scanner’s second Enter ends nothing, a person’s later one does', () => {
  const onEnd = jest.fn();
  render(<Opened onEnd={onEnd} />);
  const finish = screen.getByRole('button', { name: 'Finish' });
  fireEvent.keyDown(finish, { key: 'Enter' });
  fireEvent.keyDown(finish, { key: ' ' });
  expect(onEnd).not.toHaveBeenCalled();
  fireEvent.keyDown(finish, { key: '1' });
  expect(onEnd).toHaveBeenCalledTimes(1);
  act(() => {
    jest.runAllTimers();
  });
  expect(finish.hasAttribute('data-opening')).toBe(false);
  fireEvent.keyDown(finish, { key: 'Enter' });
  expect(onEnd).toHaveBeenCalledTimes(2);
});
