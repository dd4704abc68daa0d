import { useEffect } from 'react';
import { writeLine } from '@/core/instruments/line';
import { formatNumber, formatQuantity } from '@/core/quantity/format';
import { Button } from '@/ui/button';
import { useKeys } from '@/ui/keys';
import { useLink, useLive } from './use-live';

/** The voltmeter's own keys: its display frozen, and the lowest and highest that it has seen. Nothing with a meter that keeps none. */
export function MeterKeys() {
  const link = useLink();
  const name = useLive((there) => there.find('voltmeter')?.name);
  const least = useLive((there) => there.value('voltmeter', 'least'));
  const most = useLive((there) => there.value('voltmeter', 'most'));
  const held = useLive((there) => there.word('voltmeter', 'held')) === 'yes';
  const clear = () => name && link?.send(writeLine('reset', name));
  const freeze = () => name && link?.send(writeLine('hold', name, { on: held ? 'no' : 'yes' }));
  useKeys([{ key: 'h', label: 'Hold the meter’s display, or let it go', act: freeze, off: !name }]);
  useEffect(() => {
    // What was seen in another step says nothing here; under a load its dip is being kept.
    if (link && name && link.hold.state !== 'holding') link.send(writeLine('reset', name));
  }, [link, name]);
  if (!name || least === null || most === null) return null;
  return (
    <div className="flex items-center justify-between gap-2">
      <span className="text-sm text-soft">
        seen{' '}
        <span className="figures text-base text-ink">
          {formatNumber(least, 'V')} – {formatQuantity(most, 'V')}
        </span>
      </span>
      <span className="flex">
        <Button tone="quiet" className="px-3" onClick={clear}>
          Clear
        </Button>
        <Button tone={held ? 'warn' : 'plain'} aria-pressed={held} shortcut="H" onClick={freeze}>
          {held ? 'Held' : 'Hold'}
        </Button>
      </span>
    </div>
  );
}
