/** Word that something kept in this browser has changed, for whoever shows it here and in other windows. */
export function changesOf(name: string) {
  return {
    tell: () => {
      window.dispatchEvent(new Event(name));
    },
    subscribe: (listener: () => void) => {
      window.addEventListener(name, listener);
      window.addEventListener('storage', listener);
      return () => {
        window.removeEventListener(name, listener);
        window.removeEventListener('storage', listener);
      };
    },
  };
}
