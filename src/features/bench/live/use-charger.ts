import { useEffect, useRef, useState } from 'react';
import { writeLine } from '@/core/instruments/line';
import type { ReadingData } from '@/core/steps/reading';
import { instrumentName, useLink, useLive } from './use-live';

/** What a charger of the bench shows while it is on, as a line of the log. */
export interface LiveCharger {
  readonly log: ReadingData<'charge_log'>;
  readonly minutes: number;
  readonly isFull: boolean;
  /** What stands on it, to be written beside the reading. */
  readonly name: string | null;
}

const SECONDS_A_MINUTE = 60;

/** The charger of this bench while it is on; null where there is none, or it is off. */
export function useCharger(): { readonly shown: LiveCharger | null; readonly stop: () => void } {
  const link = useLink();
  const volts = useLive((there) => there.value('charger', 'volts'));
  const amps = useLive((there) => there.value('charger', 'amps'));
  const onFor = useLive((there) => there.value('charger', 'on_for'));
  const ampHours = useLive((there) => there.value('charger', 'ah'));
  const temperatureC = useLive((there) => there.value('thermometer', 'celsius'));
  const standing = useLive((there) => there.standing('charger'));
  const stop = () => {
    const charger = link?.find('charger')?.name;
    if (charger) link?.send(writeLine('stop', charger));
  };
  const isOn = standing === 'on' || standing === 'full';
  if (volts === null || amps === null || onFor === null || !isOn) return { shown: null, stop };
  const minutes = Math.round((10 * onFor) / SECONDS_A_MINUTE) / 10;
  const log = {
    volts,
    amps,
    temperatureC,
    gravity: null,
    minutes,
    ...(ampHours === null ? {} : { ampHours }),
  };
  return {
    shown: { log, minutes, isFull: standing === 'full', name: instrumentName(link, 'charger') },
    stop,
  };
}

/** A charger that speaks is read so often, minutes of its own clock. */
const LOGGED_EVERY_MINUTES = 30;
/** Simulated hours pass in a breath: a log is written no more often than this, ms. */
const LEAST_APART_MS = 1500;
/** Two screens that show the same charge do not write the same line: each waits for a part of this of its own, minutes. */
const APART_MINUTES = 1;

/**
 * Has a charger that speaks written into the log by itself: every half hour of its own clock, and once it says full.
 * @param last the charger's minutes at the last line of the log; 0 where there is none
 */
export function useLoggedByItself(
  shown: LiveCharger | null,
  last: number,
  log: (shown: LiveCharger) => void,
): void {
  const [apart] = useState(() => APART_MINUTES * Math.random());
  const saidFull = useRef(false);
  const writtenMs = useRef(0);
  const minutes = shown?.minutes ?? null;
  const isFull = shown?.isFull === true;
  useEffect(() => {
    if (!shown || minutes === null) return;
    // One whose clock is behind the log was switched off and on again: whoever did that says what it means.
    const saysFull = isFull && !saidFull.current && minutes > last;
    const isDue =
      minutes - last >= LOGGED_EVERY_MINUTES + apart && Date.now() - writtenMs.current >= LEAST_APART_MS;
    // What it says once waits for nothing: the screen may be left with the next breath.
    if (!saysFull && !isDue) return;
    writtenMs.current = Date.now();
    saidFull.current = isFull;
    log(shown);
  });
}
