import { answerWith } from '@/entry/answer-to';
import { refused } from '@/server/answer';
import { guidePicture } from '@/server/guide';
import { respond } from '@/server/http';

interface At {
  readonly params: Promise<{ readonly picture: string }>;
}

export const GET = (_request: Request, { params }: At) =>
  answerWith(async () => {
    const { picture } = await params;
    const found = await guidePicture(picture);
    if (!found) return respond(refused('missing', 'picture', picture, 'a picture of the guide'));
    return new Response(found as Uint8Array<ArrayBuffer>, {
      headers: { 'content-type': 'image/png', 'cache-control': 'max-age=3600' },
    });
  });
