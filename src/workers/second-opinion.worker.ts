import { secondOpinion } from '@/core/opinion/second-opinion';
import { doJobs } from './do-jobs';
import type { OpinionReport, OpinionRequest } from './second-opinion.messages';

doJobs<OpinionRequest, OpinionReport>(({ evidence, tests }, tell) => {
  const opinion = secondOpinion(evidence, tests, (share) => tell({ kind: 'so_far', share }));
  tell({ kind: 'done', opinion });
});
