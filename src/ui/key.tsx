/** A key to press, shown beside what it does. */
export function Key({ children }: { readonly children: string }) {
  return (
    <kbd className="figures no-print rounded border border-current/40 px-1.5 py-px text-xs font-normal opacity-80">
      {children}
    </kbd>
  );
}
