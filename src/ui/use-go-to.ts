import { useRouter } from 'next/navigation';
import { useCallback } from 'react';
import { goOnceItAnswers, isDoubtful } from './page-answers';

/** Goes to one of our pages as a link to it does: where nothing answers, the page that stands stays. */
export function useGoTo(): (address: string, options?: { readonly scroll: boolean }) => void {
  const router = useRouter();
  return useCallback(
    (address, options) => {
      const go = () => (options ? router.push(address, options) : router.push(address));
      if (isDoubtful()) void goOnceItAnswers(address, go);
      else go();
    },
    [router],
  );
}
