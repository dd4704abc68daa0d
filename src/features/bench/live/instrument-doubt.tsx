import { type HandlingDoubt, handlingDoubt } from '@/core/instruments/handling-doubt';
import { writeLine } from '@/core/instruments/line';
import { Button } from '@/ui/button';
import type { InstrumentLink } from './instrument-link';
import { useLink, useLive } from './use-live';

const WORDS: Readonly<Record<HandlingDoubt, string>> = {
  past_range: 'The meter is past its range and shows nothing: turn it to a higher one.',
  clamp_reversed: 'The clamp reads the other sign: it sits the wrong way round.',
  clamp_not_zeroed: 'The clamp shows a current with nothing on: zero it, away from the leads.',
};

/** What looks wrong in how the instruments are set or held, said while it can still be put right. */
export function InstrumentDoubt({ doubt }: { readonly doubt: HandlingDoubt }) {
  const link = useLink();
  const clamp = useLive((there) => there.find('clamp')?.name);
  return (
    <>
      <span role="status" className="rounded-md bg-warn-wash px-3 py-1 text-base text-warn">
        {WORDS[doubt]}
      </span>
      {doubt === 'clamp_not_zeroed' && clamp && (
        <Button onClick={() => link?.send(writeLine('zero', clamp))}>Zero the clamp</Button>
      )}
    </>
  );
}

/** What is in doubt now. */
export function doubtOf(link: InstrumentLink): HandlingDoubt | null {
  const charger = link.standing('charger');
  return handlingDoubt({
    over: link.word('voltmeter', 'over') === 'yes',
    clampAmps: link.value('clamp', 'amps'),
    drawing: link.hold.state === 'holding',
    charging: charger === 'on' || charger === 'full',
  });
}
