import { useEffect, useState } from 'react';

/** Who presses a key has read it this long before, ms: what it says may not change under the hand. */
const READ_MS = 800;

/** True for a moment after something has changed, not at first: a key that ends something is held as long as what it says is new. */
export function useHeldAfterChange(said: string): boolean {
  const [read, setRead] = useState(said);
  useEffect(() => {
    if (said === read) return;
    const timer = setTimeout(() => setRead(said), READ_MS);
    return () => clearTimeout(timer);
  }, [said, read]);
  return said !== read;
}
