import { act, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { BatteryRecord } from '@/core/exchange/views';
import { batteryRecord } from '@/ui/battery.test-support';
import CommandDialog from './command-dialog';

const mockPush = vi.fn();
vi.mock('next/navigation', () => ({ useRouter: () => ({ push: mockPush }) }));

const battery = (tag: string) => batteryRecord({ id: `id-of-${tag}`, tag });

/** A server that answers what it was asked for when it is told to, in any order. */
function slowServer() {
  const waiting = new Map<string, (similar: readonly BatteryRecord[]) => void>();
  Object.assign(globalThis, {
    fetch: (path: string) =>
      new Promise((answer) => {
        const asked = new URL(path, 'http://site').searchParams.get('tag') ?? '';
        waiting.set(asked, (similar) =>
          answer({ json: async () => ({ ok: true, value: { exact: null, similar } }) }),
        );
      }),
  });
  return async (asked: string, ...tags: readonly string[]) => {
    await act(async () => waiting.get(asked)?.(tags.map(battery)));
  };
}

function finder() {
  mockPush.mockClear();
  const settled = slowServer();
  const done: string[] = [];
  const onClose = vi.fn();
  const acts = [{ key: 'n', label: 'The step after', act: () => done.push('n') }];
  render(<CommandDialog acts={acts} onClose={onClose} />);
  const options = () => screen.queryAllByRole('option').map(({ textContent }) => textContent);
  const chosen = () => screen.queryByRole('option', { selected: true })?.textContent;
  return { settled, done, onClose, options, chosen };
}

Element.prototype.scrollIntoView ??= () => {};

describe('the finder', () => {
  it('chooses the first of what stands there, though all that stood there before has gone', async () => {
    const { settled, options, chosen } = finder();
    await userEvent.keyboard('FH-01');
    await settled('FH-01', 'FH-0101', 'FH-0102');
    await userEvent.keyboard('{ArrowDown}');
    expect(chosen()).toContain('FH-0102');
    await userEvent.keyboard('7');
    await settled('FH-017', 'FH-0177', 'FH-0178');
    expect(options()).toHaveLength(2);
    expect(chosen()).toContain('FH-0177');
    await userEvent.keyboard('{Enter}');
    expect(mockPush).toHaveBeenCalledExactlyOnceWith('/batteries/id-of-FH-0177');
  });

  it('keeps an Enter that comes before what the words find', async () => {
    const { settled, onClose, options } = finder();
    await userEvent.keyboard('FH-01');
    await settled('FH-01', 'FH-0101', 'FH-0102', 'FH-0112');
    await userEvent.keyboard('1');
    expect(options()).toEqual([expect.stringContaining('FH-0112')]);
    await userEvent.keyboard('{Backspace}02{Enter}');
    expect(mockPush).not.toHaveBeenCalled();
    expect(onClose).not.toHaveBeenCalled();
    expect(screen.getByRole('status').textContent).toContain('Opens once it is found');
    await settled('FH-0102', 'FH-0102');
    expect(mockPush).toHaveBeenCalledExactlyOnceWith('/batteries/id-of-FH-0102');
    expect(onClose).toHaveBeenCalledOnce();
  });

  it('drops an Enter that found nothing, and one whose words are typed on', async () => {
    const { settled, onClose } = finder();
    await userEvent.keyboard('FH-9{Enter}');
    await settled('FH-9');
    expect(screen.getByText(/Nothing of that name/)).toBeDefined();
    await userEvent.keyboard('1{Enter}2');
    await settled('FH-912', 'FH-9120');
    expect(onClose).not.toHaveBeenCalled();
    expect(mockPush).not.toHaveBeenCalled();
  });

  it('takes what was gone to at once, found or not', async () => {
    const { done } = finder();
    await userEvent.keyboard('e{ArrowDown}{Enter}');
    expect(done).toEqual([]);
    expect(mockPush).toHaveBeenCalledOnce();
  });

  it('finds what the screen can do by its words, once no battery bears them', async () => {
    const { settled, done, chosen } = finder();
    await userEvent.keyboard('step after');
    expect(chosen()).toContain('The step after');
    await userEvent.keyboard('{Enter}');
    expect(done).toEqual([]);
    await settled('step after');
    expect(done).toEqual(['n']);
  });
});
