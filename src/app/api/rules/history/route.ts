import { respond } from '@/server/http';
import { answerHistory } from '@/server/rules';

export async function GET(request: Request) {
  const { searchParams } = new URL(request.url);
  return respond(
    await answerHistory(searchParams.get('after') ?? '', Number(searchParams.get('limit') ?? '500')),
  );
}
