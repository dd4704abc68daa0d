/**
 * True when a key press belongs to a field. A number field has no use for letters and signs other than its own, so
 * only fields for text keep every key.
 */
export function isTyping(event: KeyboardEvent, fields: 'text' | 'any' = 'any'): boolean {
  if (event.ctrlKey || event.metaKey || event.altKey) return true;
  const { target } = event;
  if (!(target instanceof HTMLElement)) return false;
  if (target instanceof HTMLInputElement) {
    if (target.type === 'radio' || target.type === 'checkbox') return false;
    return fields === 'any' || target.inputMode !== 'decimal';
  }
  return (
    target instanceof HTMLTextAreaElement || target instanceof HTMLSelectElement || target.isContentEditable
  );
}
