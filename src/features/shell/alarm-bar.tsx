import { Flame } from 'lucide-react';
import { useEffect, useState } from 'react';
import { chargerWords } from '@/core/charging/charger';
import type { ChargeAlarm } from '@/core/exchange/room-views';
import { temperatureWords } from '@/core/steps/words';
import { Button, buttonClass } from '@/ui/button';
import { Link } from '@/ui/link';
import { useSite } from '@/ui/site';
import { useTone } from '@/ui/tones';

/** What nobody has heard sounds again after so long, ms. */
const SOUNDS_EVERY_MS = 8000;

/** The alarms that nobody has heard here yet, with their sound. It lies over the foot of the screen: nothing moves for it. */
export function AlarmBar({ alarms }: { readonly alarms: readonly ChargeAlarm[] }) {
  const { chargers, temperatureUnit } = useSite();
  const [heard, setHeard] = useState<ReadonlySet<string>>(new Set());
  const open = alarms.filter((alarm) => !heard.has(nameOf(alarm)));
  useTone('wrong', useBeat(open.length > 0));
  if (open.length === 0) return null;
  return (
    <div
      role="alert"
      className="no-print fixed inset-x-0 bottom-0 z-30 grid gap-2 border-t-4 border-retire bg-sheet px-4 py-3"
    >
      {open.map((alarm) => (
        <div
          key={alarm.runId}
          className="mx-auto flex w-full max-w-[1500px] flex-wrap items-center gap-x-5 gap-y-2"
        >
          <Flame size={30} className="text-retire" aria-hidden="true" />
          <p className="grow text-xl">
            <span className="figures font-bold">{alarm.tag}</span> is too hot on charge:{' '}
            <span className="figures font-bold text-retire">
              {temperatureWords(alarm.celsius, temperatureUnit)}
            </span>
            . Switch {chargerWords(alarm.hangsOn ?? {}, chargers) ?? 'its charger'} off first; let it cool,
            air the room.
          </p>
          <Link href={`/bench/${alarm.runId}`} className={buttonClass('warn', true)}>
            Open it
          </Link>
          <Button large onClick={() => setHeard(new Set([...heard, nameOf(alarm)]))}>
            Heard
          </Button>
        </div>
      ))}
    </div>
  );
}

const nameOf = ({ runId, readMs }: ChargeAlarm) => `${runId} ${readMs}`;

/** True and false in turn as long as something goes on. */
function useBeat(goesOn: boolean): boolean {
  const [beat, setBeat] = useState(false);
  useEffect(() => {
    setBeat(goesOn);
    if (!goesOn) return;
    const timer = setInterval(() => setBeat((on) => !on), SOUNDS_EVERY_MS / 2);
    return () => clearInterval(timer);
  }, [goesOn]);
  return beat;
}
