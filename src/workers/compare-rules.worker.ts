import { compareMore, NOTHING_COMPARED } from '@/core/assessment/compare-history';
import type { HistoryPage } from '@/core/exchange/rules-views';
import type { Result } from '@/core/quantity/result';
import type { CompareReport, CompareRequest } from './compare-rules.messages';
import { doJobs } from './do-jobs';

/** The first stretch is short, so that something is told at once; the others make few requests. */
const FIRST_PAGE = 50;
const PAGE = 1000;

// Asked once before anybody waits for it: the first answer of a server that has just started is its slowest.
void historyPage('', 1);

doJobs<CompareRequest, CompareReport>(async ({ one, other }, tell) => {
  let comparison = NOTHING_COMPARED;
  let page = await historyPage('', FIRST_PAGE);
  while (page.ok) {
    const { runs, next } = page.value;
    // The next stretch is on its way while this one is judged.
    const following = next === null ? null : historyPage(next, PAGE);
    comparison = compareMore(comparison, runs, one, other);
    if (!following) return tell({ kind: 'done', comparison });
    tell({ kind: 'so_far', comparison });
    page = await following;
  }
  tell({ kind: 'failed', message: page.problems[0]?.message ?? 'The server does not answer.' });
});

async function historyPage(after: string, limit: number): Promise<Result<HistoryPage>> {
  try {
    const response = await fetch(`/api/rules/history?after=${encodeURIComponent(after)}&limit=${limit}`);
    return (await response.json()) as Result<HistoryPage>;
  } catch {
    return { ok: false, problems: [] };
  }
}
