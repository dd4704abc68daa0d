import { sendFile } from '@/server/http';
import { batteriesCsv } from '@/server/lists';

export async function GET(request: Request) {
  const words = new URL(request.url).searchParams.get('q') ?? '';
  return sendFile(batteriesCsv(words), 'batteries.csv', 'text/csv; charset=utf-8');
}
