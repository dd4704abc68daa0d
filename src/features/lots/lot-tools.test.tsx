import { act, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import type { LotStep } from '@/core/exchange/lot/lot-grid';
import { StepTabs } from './lot-tools';

function Shown() {
  const [step, setStep] = useState<LotStep>('label');
  return <StepTabs step={step} onStep={setStep} />;
}

/** Presses a key as quick hands do: the next one comes before anything that was put off until later. */
const press = (...keys: readonly string[]) => {
  for (const key of keys) fireEvent.keyDown(document.activeElement ?? document.body, { key });
};

const chosen = () => screen.getByRole('tab', { selected: true }).textContent;

describe('the steps of a rack', () => {
  it('count every press of an arrow, however quickly they come, and go round', () => {
    render(<Shown />);
    act(() => screen.getByRole('tab', { name: 'Labels' }).focus());
    press('ArrowRight', 'ArrowRight', 'ArrowRight');
    expect(chosen()).toBe('Hydrometer');
    expect(document.activeElement?.textContent).toBe('Hydrometer');
    press('ArrowLeft', 'ArrowLeft', 'ArrowLeft', 'ArrowLeft');
    expect(chosen()).toBe('Cranking');
  });

  it('leave an arrow with another key to whoever wants it', () => {
    render(<Shown />);
    act(() => screen.getByRole('tab', { name: 'Labels' }).focus());
    fireEvent.keyDown(document.activeElement ?? document.body, { key: 'ArrowRight', ctrlKey: true });
    expect(chosen()).toBe('Labels');
  });
});
