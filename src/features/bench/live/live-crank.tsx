import { useEffect, useRef } from 'react';
import { type CrankCourse, crankCourse } from '@/core/assessment/crank-course';
import { writeLine } from '@/core/instruments/line';
import { formatNumber, formatQuantity } from '@/core/quantity/format';
import { Button } from '@/ui/button';
import { useKeys } from '@/ui/keys';
import { Figure } from '../stages/figure';
import { useLink, useLive } from './use-live';
import { useStoppedOnLeaving } from './use-stopped-on-leaving';

/** The starter of this bench, turned with the key; its current and its time. Nothing where there is none. */
export function LiveCrank({
  onCourse,
}: {
  /** Told once the key is off: what was seen, or null where it was too short to tell. */
  readonly onCourse: (course: CrankCourse | null) => void;
}) {
  const link = useLink();
  const starter = useLive((there) => there.find('starter')?.name);
  const meter = useLive((there) => there.find('voltmeter')?.name);
  const hold = useLive((there) => there.hold);
  const amps = useLive((there) => there.value('clamp', 'amps'));
  const cranking = hold?.by === 'starter' && hold.state === 'holding';
  const blind = useLive((there) => there.value('voltmeter', 'volts')) === null;
  useStoppedOnLeaving('starter');
  const toggle = () => {
    if (!link || !starter || !meter || (blind && !cranking)) return;
    if (cranking) {
      link.send(writeLine('stop', starter));
      return;
    }
    link.clearHold();
    // The meter's lowest is then the dip of this start, which falls between two of its messages.
    link.send(
      [writeLine('hold', meter, { on: 'no' }), writeLine('reset', meter), writeLine('start', starter)].join(
        '\n',
      ),
    );
  };
  useKeys([
    {
      key: 's',
      label: cranking ? 'Stop cranking' : 'Crank it',
      act: toggle,
      atOnce: cranking,
    },
  ]);
  const state = hold?.by === 'starter' ? hold.state : 'idle';
  const told = useRef(onCourse);
  told.current = onCourse;
  const watched = useRef(false);
  useEffect(() => {
    if (state === 'holding') watched.current = true;
    if (!link || !watched.current || (state !== 'done' && state !== 'stopped')) return;
    watched.current = false;
    const course = crankCourse(link.trace);
    const least = link.value('voltmeter', 'least');
    told.current(
      course && least !== null ? { ...course, inrushVolts: Math.min(course.inrushVolts, least) } : course,
    );
  }, [link, state]);
  if (!starter || !meter) return null;
  return (
    <div className="flex flex-wrap items-end gap-x-8 gap-y-2">
      <Figure name="Current">{amps === null ? '–' : `${formatNumber(Math.abs(amps), 'A')} A`}</Figure>
      <div role="timer" aria-live="off">
        <Figure name="Cranked for">
          {formatQuantity(cranking ? (hold?.heldSeconds ?? 0) : 0, 's', { decimals: 1 })}
        </Figure>
      </div>
      <Button
        tone={cranking ? 'warn' : 'main'}
        large
        shortcut="S"
        disabled={blind && !cranking}
        onClick={toggle}
      >
        {cranking ? 'Key off' : 'Turn the key'}
      </Button>
      {hold?.by === 'starter' && hold.state === 'lost' && (
        <p role="alert" className="basis-full text-lg text-retire">
          An instrument was lost while it cranked: key off by hand. Nothing was read.
        </p>
      )}
    </div>
  );
}
