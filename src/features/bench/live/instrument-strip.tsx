import { Plug, Unplug } from 'lucide-react';
import { useState } from 'react';
import { Button } from '@/ui/button';
import { useTone } from '@/ui/tones';
import { HandleSimulated } from './handle-simulated';
import { doubtOf, InstrumentDoubt } from './instrument-doubt';
import { useLink, useLive } from './use-live';

/** Which instruments speak to this bench now, in one line. */
export function InstrumentStrip({ what = 'battery' }: { readonly what?: 'battery' | 'vehicle' }) {
  const link = useLink();
  const state = useLive((there) => there.state);
  const instruments = useLive((there) => there.instruments) ?? [];
  const doubt = useLive(doubtOf);
  const [setting, setSetting] = useState(false);
  useTone('wrong', state === 'lost' || doubt !== null);
  if (state === 'none') return null;
  if (!link || state === 'looking') {
    return <p className="mb-1 flex min-h-12 items-center text-sm text-soft">Looking for the instruments …</p>;
  }
  if (state === 'lost') {
    return (
      <p role="status" className="mb-2 flex items-center gap-2 rounded-md bg-warn-wash px-3 py-1 text-warn">
        <Unplug size={18} aria-hidden="true" />
        The instruments do not answer; they are being looked for. Readings can be typed meanwhile.
      </p>
    );
  }
  const simulated = instruments.some((instrument) => instrument.simulated);
  return (
    <div className="mb-1 grid gap-2">
      <div className="flex min-h-12 items-center gap-x-3 text-sm text-soft max-xl:flex-wrap">
        <Plug size={16} aria-hidden="true" />
        {simulated && (
          <strong className="shrink-0 font-semibold text-warn">
            Simulated instruments, simulated {what}
          </strong>
        )}
        {doubt ? (
          <InstrumentDoubt doubt={doubt} />
        ) : (
          <>
            <span className="xl:hidden">{instruments.length} connected</span>
            <span className="min-w-0 truncate max-xl:hidden">
              {instruments.map(({ label }) => label).join(' · ')}
            </span>
          </>
        )}
        {simulated && what === 'battery' && (
          <Button
            tone="quiet"
            className="shrink-0 px-2"
            aria-expanded={setting}
            onClick={() => setSetting(!setting)}
          >
            Set them
          </Button>
        )}
      </div>
      {simulated && setting && <HandleSimulated />}
    </div>
  );
}
