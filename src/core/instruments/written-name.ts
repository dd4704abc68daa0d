/** An instrument as it is written beside a reading: its label, whether it is simulated, and how fast its time ran. */
export function writtenName(
  { label, simulated }: { readonly label: string; readonly simulated: boolean },
  speed = 1,
): string {
  if (!simulated) return label;
  return `${label} (simulated${speed > 1 ? ` ×${speed}` : ''})`;
}

/** Whether a reading was written down as one of a simulated instrument. */
export function isWrittenSimulated(name: string): boolean {
  return /\(simulated( ×\d+)?\)$/.test(name);
}
