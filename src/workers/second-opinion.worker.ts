import { secondOpinion } from '@/core/opinion/second-opinion';
import type { OpinionReport, OpinionRequest } from './second-opinion.messages';

const tell = (report: OpinionReport) => self.postMessage(report);

self.onmessage = ({ data }: MessageEvent<OpinionRequest>) => {
  const opinion = secondOpinion(data.evidence, data.tests, (share) => tell({ kind: 'so_far', share }));
  tell({ kind: 'done', opinion });
};
