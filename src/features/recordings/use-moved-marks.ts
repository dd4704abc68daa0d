import { useCallback, useRef } from 'react';
import type { Problem } from '@/core/quantity/result';
import type { Marks } from '@/core/recording/marks';
import type { ExaminedThere } from '@/workers/recording.messages';
import type { RecordingDesk } from '@/workers/recording-desk';

/**
 * Moves marks by hand: the lines go at once, what is read off follows. Of many moves in a row only the newest is answered for, so that
 * a hand is never thrown back to where it was.
 * @param show shows what stands now, made of what stood; the same function each time
 */
export function useMovedMarks(
  desk: RecordingDesk,
  cylinders: number | null,
  show: (change: (now: ExaminedThere) => ExaminedThere) => void,
): (marks: Marks) => Promise<readonly Problem[]> {
  const newest = useRef(0);
  return useCallback(
    async (marks) => {
      const number = ++newest.current;
      show((now) => ({ ...now, marks }));
      const answer = await desk.ask('marks', { marks, cylinders });
      if (number !== newest.current) return [];
      if (!answer.ok) return answer.problems;
      show(() => answer.value);
      return [];
    },
    [desk, cylinders, show],
  );
}
