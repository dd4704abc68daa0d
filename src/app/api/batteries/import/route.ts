import { answerTo } from '@/entry/answer-to';

import { bringBatteryList } from '@/server/battery-list';

export const POST = (request: Request) => answerTo(request, bringBatteryList);
