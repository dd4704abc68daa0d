import { useCallback, useEffect, useRef, useState } from 'react';
import { type FleetQuery, fleetQueryText, type ListQuestion } from '@/core/exchange/fleet-query';
import type { FleetPage, FleetRow } from '@/core/exchange/fleet-views';
import type { Problem } from '@/core/quantity/result';
import { fetchAnswer, problemsOf } from '@/ui/api';

/** The rows that are there so far, and more of them whenever the end comes into sight. */
export function useFleetRows(first: FleetPage, asked: FleetQuery, question: ListQuestion) {
  const [page, setPage] = useState(first);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [isLoading, setLoading] = useState(false);
  const loading = useRef(false);
  // What comes from the server anew begins anew.
  useEffect(() => {
    setPage(first);
    setProblems([]);
  }, [first]);
  const more = useCallback(async () => {
    if (loading.current || page.next === null) return;
    loading.current = true;
    setLoading(true);
    const query = new URLSearchParams(fleetQueryText(asked, question));
    query.set('ask', question);
    query.set('after', page.next);
    const reply = await fetchAnswer<FleetPage>(`/api/fleet/rows?${query}`);
    loading.current = false;
    setLoading(false);
    const wrong = problemsOf(reply);
    setProblems(wrong);
    if (wrong.length > 0 || 'unreachable' in reply || !reply.ok) return;
    const { rows, next } = reply.value;
    // A list that has changed meanwhile was asked for anew, and this page is no longer the one that follows.
    setPage((before) => (before === page ? { rows: joined(before.rows, rows), next } : before));
  }, [page, asked, question]);
  return { ...page, more, problems, isLoading };
}

/** A unit that has moved in the order while pages were read stands once. */
function joined(before: readonly FleetRow[], more: readonly FleetRow[]): FleetRow[] {
  const known = new Set(before.map(({ battery }) => battery.id));
  return [...before, ...more.filter(({ battery }) => !known.has(battery.id))];
}
