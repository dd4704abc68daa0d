import { useEffect, useRef } from 'react';
import { useSite } from './site';

/** `settled`: a live value has come to rest. `over`: a hold or a clock has ended. `wrong`: something needs a look. */
export type Tone = 'settled' | 'over' | 'wrong';

interface Sound {
  /** Notes one after the other: Hz and s. */
  readonly notes: readonly (readonly [hertz: number, seconds: number])[];
  /** How the hand feels it, ms on and off in turn. */
  readonly pattern: readonly number[];
}

/** Soft, and unlike each other: rising where all is well, low and twice where it is not. */
const SOUNDS: Readonly<Record<Tone, Sound>> = {
  settled: { notes: [[880, 0.12]], pattern: [40] },
  over: {
    notes: [
      [660, 0.14],
      [880, 0.22],
    ],
    pattern: [80, 60, 80],
  },
  wrong: {
    notes: [
      [247, 0.22],
      [196, 0.3],
    ],
    pattern: [220, 100, 220],
  },
};

const LOUDNESS = 0.18;
/** A note that began or ended at once would crack, s. */
const SOFTENED_SECONDS = 0.02;

let ears: AudioContext | null = null;

/** Sounds once each time that something becomes true while the screen is open; never for what was true before. */
export function useTone(tone: Tone, isSo: boolean): void {
  const { tones } = useSite();
  const was = useRef(isSo);
  useEffect(() => {
    if (isSo && !was.current && tones === 'on') sound(tone);
    was.current = isSo;
  }, [tone, isSo, tones]);
}

function sound(tone: Tone): void {
  const { notes, pattern } = SOUNDS[tone];
  navigator.vibrate?.([...pattern]);
  // Where the browser has no ears, or lets nothing sound yet, the hand and the eye must do.
  if (!('AudioContext' in globalThis)) return;
  ears ??= new AudioContext();
  void ears.resume().catch(() => undefined);
  let at = ears.currentTime;
  for (const [hertz, seconds] of notes) {
    const note = new OscillatorNode(ears, { frequency: hertz });
    const gain = new GainNode(ears, { gain: 0 });
    gain.gain.setValueAtTime(0, at);
    gain.gain.linearRampToValueAtTime(LOUDNESS, at + SOFTENED_SECONDS);
    gain.gain.linearRampToValueAtTime(0, at + seconds);
    note.connect(gain).connect(ears.destination);
    note.start(at);
    note.stop(at + seconds);
    at += seconds;
  }
}
