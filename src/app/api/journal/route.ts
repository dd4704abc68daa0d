import { answerWith } from '@/entry/answer-to';
import { sendFile } from '@/server/http';
import { journalLines } from '@/server/people/journal';

export const GET = () =>
  answerWith(async (context) =>
    sendFile(journalLines(context), 'journal.jsonl', 'application/jsonl; charset=utf-8'),
  );
