import { asked, sendFile } from '@/server/http';
import { batteriesCsv } from '@/server/lists';

export const GET = (request: Request) =>
  sendFile(
    batteriesCsv(asked(request, 'q')?.slice(0, 200) ?? ''),
    'batteries.csv',
    'text/csv; charset=utf-8',
  );
