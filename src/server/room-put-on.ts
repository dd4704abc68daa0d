import 'server-only';
import { specOf } from '@/core/battery/battery';
import type { PutOnView } from '@/core/exchange/room-views';
import { channelChoices } from '@/core/room/channel-choices';
import { NOTHING_ASKED } from '@/core/room/room-of-site';
import { batteryByTag } from '@/store/batteries';
import { keptChargers } from '@/store/chargers';
import { runsOfBattery } from '@/store/runs';
import type { Context } from './context';
import { roomView } from './room';

/** Where the battery with a tag could go on charge; undefined where no battery has it. */
export async function putOnView(context: Context, tag: string): Promise<PutOnView | undefined> {
  const battery = await batteryByTag(context.store, tag);
  if (!battery) return undefined;
  const [newest] = await runsOfBattery(context.store, battery.id, 1);
  const isOpen = newest !== undefined && newest.run.finishedAtMs === null;
  const [view, kept] = [await roomView(context), await context.store.read(keptChargers)];
  const card = view.cards.find(({ batteryId }) => batteryId === battery.id);
  const spec = specOf(battery);
  const asked =
    card?.standing.kind === 'waiting' ? card.standing.asked : { ...NOTHING_ASKED, mode: 'normal' as const };
  const cards = view.cards.map(({ standing, channel, plan, ...one }) => ({
    tag: one.tag,
    channel,
    isOn: standing.kind === 'on',
    startMs: plan?.startMs ?? null,
    offMs: plan?.offMs ?? null,
  }));
  const chargers = kept.filter(({ retiredAtMs }) => retiredAtMs === null);
  return {
    battery,
    nowMs: context.now(),
    runId: isOpen ? newest.run.id : null,
    standing: card?.standing.kind ?? null,
    isMeasured: card?.standing.kind === 'waiting',
    channels: spec ? channelChoices(battery.tag, { spec, asked }, { chargers, cards }) : null,
  };
}
