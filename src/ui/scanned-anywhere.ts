import { useEffect, useRef } from 'react';
import { ScanGatherer } from './key-burst';
import { isTyping } from './keyboard';

/**
 * Hears what a scanner types while no field for text has the focus. The Enter at its end presses nothing, and a number
 * field that had the focus keeps what stood in it before.
 */
export function useScannedAnywhere(onScanned: (text: string) => void): void {
  const latest = useRef(onScanned);
  latest.current = onScanned;
  useEffect(() => {
    const gathered = new ScanGatherer();
    let stood: { readonly field: HTMLInputElement; readonly value: string } | null = null;
    const onKey = (event: KeyboardEvent) => {
      if (isTyping(event, 'text')) return gathered.forget();
      if (gathered.beginsWith(event)) {
        const { target } = event;
        const figures = target instanceof HTMLInputElement && target.inputMode === 'decimal';
        stood = figures ? { field: target, value: target.value } : null;
      }
      const text = gathered.take(event);
      if (text === null) return;
      event.preventDefault();
      event.stopPropagation();
      if (stood?.field.isConnected) putBack(stood.field, stood.value);
      if (!document.querySelector('dialog[open], [role="dialog"]')) latest.current(text);
    };
    window.addEventListener('keydown', onKey, true);
    return () => window.removeEventListener('keydown', onKey, true);
  }, []);
}

/** Sets a field as a hand would, so that what listens to it hears. */
function putBack(field: HTMLInputElement, value: string): void {
  if (field.value === value) return;
  Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(field, value);
  field.dispatchEvent(new Event('input', { bubbles: true }));
}
