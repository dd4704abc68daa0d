import { useCallback, useEffect, useMemo, useState } from 'react';
import type { Problem } from '@/core/quantity/result';
import type { Layout } from '@/core/recording/layout';
import type { ExaminedThere, FileHead } from '@/workers/recording.messages';
import { RecordingDesk } from '@/workers/recording-desk';
import { useMovedMarks } from './use-moved-marks';

/** How far bringing in a file has come. */
export type Bringing =
  | { readonly at: 'nothing' }
  | { readonly at: 'head'; readonly file: File; readonly head: FileHead; readonly layout: Layout }
  | { readonly at: 'reading'; readonly file: File; readonly share: number }
  | { readonly at: 'examined'; readonly file: File; readonly examined: ExaminedThere };

/** A desk for as long as a screen stands. */
export function useDesk(): RecordingDesk {
  const desk = useMemo(() => new RecordingDesk(), []);
  useEffect(() => () => desk.close(), [desk]);
  return desk;
}

/** Brings a file in: its layout, then all of it, in a worker that can be stopped. */
export function useBringing(desk: RecordingDesk, cylinders: number | null) {
  const [state, setState] = useState<Bringing>({ at: 'nothing' });
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const take = useCallback(
    async (file: File) => {
      setProblems([]);
      desk.stop();
      const head = await desk.ask('head', { file });
      if (!head.ok) {
        setState({ at: 'nothing' });
        setProblems(head.problems);
        return;
      }
      setState({ at: 'head', file, head: head.value, layout: head.value.layout });
    },
    [desk],
  );
  const read = async (file: File, layout: Layout) => {
    setProblems([]);
    setState({ at: 'reading', file, share: 0 });
    const answer = await desk.ask('read', { file, layout, cylinders }, (share) =>
      setState((now) => (now.at === 'reading' ? { ...now, share } : now)),
    );
    if (answer.ok) setState({ at: 'examined', file, examined: answer.value });
    else {
      setProblems(answer.problems);
      setState({ at: 'nothing' });
    }
  };
  /** The other channel, from a file of its own. */
  const join = async (file: File) => {
    const answer = await desk.ask('join', { file, cylinders });
    setProblems(answer.ok ? [] : answer.problems);
    if (answer.ok) setState((now) => (now.at === 'examined' ? { ...now, examined: answer.value } : now));
  };
  const setLayout = (layout: Layout) => setState((now) => (now.at === 'head' ? { ...now, layout } : now));
  const stop = () => {
    desk.stop();
    setState({ at: 'nothing' });
  };
  const show = useCallback(
    (change: (now: ExaminedThere) => ExaminedThere) =>
      setState((now) => (now.at === 'examined' ? { ...now, examined: change(now.examined) } : now)),
    [],
  );
  const move = useMovedMarks(desk, cylinders, show);
  return { state, problems, take, read, join, setLayout, stop, move };
}
