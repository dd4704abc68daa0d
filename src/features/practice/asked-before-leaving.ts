import { useEffect } from 'react';

/** Whoever closes a case in the middle that this browser does not keep is asked. */
export function useAskedBeforeLeaving(working: boolean): void {
  useEffect(() => {
    if (!working) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [working]);
}
