import { fireEvent, render } from '@testing-library/react';
import type { Mock } from 'vitest';
import { actsNow, useKeys, useKeysHeld } from './keys';
import { useScannedAnywhere } from './scanned-anywhere';

interface Told {
  readonly start: Mock;
  readonly stop: Mock;
  readonly scanned: Mock;
}

function Bench({ start, stop, scanned }: Told) {
  useKeys([
    { key: 's', label: 'Start', act: start },
    { key: 'x', label: 'Stop', act: stop, atOnce: true },
    { key: 'f', label: 'Force', act: start, off: true },
  ]);
  useScannedAnywhere(scanned);
  return (
    <>
      <input aria-label="Volts" inputMode="decimal" defaultValue="12.4" />
      <input aria-label="Remark" />
    </>
  );
}

/** Keys that come one after the other in so many milliseconds; events tell when a key was struck. */
function strike(target: Element | Window, keys: readonly string[], gapMs: number): void {
  for (const key of keys) {
    clock += gapMs;
    const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true });
    Object.defineProperty(event, 'timeStamp', { value: clock });
    // The field takes what is not prevented, as a browser would have it.
    if (fireEvent(target, event) && target instanceof HTMLInputElement && key.length === 1)
      fireEvent.input(target, { target: { value: target.value + key } });
    vi.advanceTimersByTime(gapMs);
  }
}

let clock = 0;
const SCANNED_TAG = [...'FS-0142', 'Enter'];

function begin() {
  const told: Told = { start: vi.fn(), stop: vi.fn(), scanned: vi.fn() };
  const screen = render(<Bench {...told} />);
  return { ...told, volts: screen.getByLabelText('Volts'), remark: screen.getByLabelText('Remark') };
}

beforeEach(() => {
  vi.useFakeTimers();
  clock += 10_000;
});
afterEach(() => vi.useRealTimers());

it('a letter that a hand strikes acts, and what makes safe acts before anything else could follow', () => {
  const { start, stop } = begin();
  strike(window, ['x'], 0);
  expect(stop).toHaveBeenCalledTimes(1);
  strike(window, ['s'], 500);
  expect(start).toHaveBeenCalledTimes(1);
});

it.each([5, 20, 50, 120])('a tag scanned at %i ms a key starts nothing and is heard as a whole', (gapMs) => {
  const { start, scanned } = begin();
  strike(window, SCANNED_TAG, gapMs);
  strike(window, [...'ss', 'Enter'], gapMs);
  vi.runAllTimers();
  expect(start).not.toHaveBeenCalled();
  expect(scanned.mock.calls).toEqual([['FS-0142']]);
});

it('a scanner that halts within a tag is heard as a whole', () => {
  const { start, scanned } = begin();
  strike(window, [...'FS'], 10);
  strike(window, ['H'], 380);
  strike(window, [...'-0142', 'Enter'], 10);
  vi.runAllTimers();
  expect(start).not.toHaveBeenCalled();
  expect(scanned.mock.calls).toEqual([['FSH-0142']]);
});

it('a scan into a figure leaves the figure as it was, and its Enter presses nothing', () => {
  const { volts, scanned } = begin();
  const pressed = vi.fn();
  volts.addEventListener('keydown', ({ key }) => key === 'Enter' && pressed());
  strike(volts, SCANNED_TAG, 10);
  expect(scanned).toHaveBeenCalledWith('FS-0142');
  expect(volts).toHaveProperty('value', '12.4');
  expect(pressed).not.toHaveBeenCalled();
});

it('a meter that types its figure, a text and a slow hand are no scans', () => {
  const { volts, remark, scanned } = begin();
  strike(volts, [...'12.61', 'Enter'], 10);
  strike(remark, [...'ground strap', 'Enter'], 10);
  strike(window, SCANNED_TAG, 600);
  expect(scanned).not.toHaveBeenCalled();
  expect(remark).toHaveProperty('value', 'ground strap');
});

it('what is scanned while a dialog is open neither presses its keys nor leaves it', () => {
  const { scanned } = begin();
  const dialog = document.body.appendChild(document.createElement('div'));
  dialog.setAttribute('role', 'dialog');
  const pressed = vi.fn();
  dialog.addEventListener('keydown', ({ key }) => key === 'Enter' && pressed());
  strike(dialog, SCANNED_TAG, 10);
  expect([scanned.mock.calls.length, pressed.mock.calls.length]).toEqual([0, 0]);
  dialog.remove();
});

it('the keys of the screen can be listed: those that do something now, of the part that was opened last', () => {
  const { start } = begin();
  expect(actsNow().map(({ label }) => label)).toEqual(['Start', 'Stop']);
  const later = vi.fn();
  const Later = () => {
    useKeys([{ key: 's', label: 'Start another', act: later }]);
    return null;
  };
  const { unmount } = render(<Later />);
  expect(actsNow().map(({ label }) => label)).toEqual(['Start another', 'Stop']);
  strike(window, ['s'], 500);
  unmount();
  strike(window, ['s'], 500);
  expect([later.mock.calls.length, start.mock.calls.length]).toEqual([1, 1]);
});

it('keys mean what lies over the screen, or is about to, and nothing below it', () => {
  const { start } = begin();
  const dialog = document.body.appendChild(document.createElement('div'));
  dialog.setAttribute('role', 'alertdialog');
  strike(dialog, ['s'], 500);
  dialog.remove();
  const Held = () => {
    useKeysHeld(true);
    return null;
  };
  const { unmount } = render(<Held />);
  strike(window, ['s'], 500);
  expect(start).not.toHaveBeenCalled();
  unmount();
  strike(window, ['s'], 500);
  expect(start).toHaveBeenCalledTimes(1);
});
