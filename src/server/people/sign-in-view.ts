import 'server-only';
import type { NameHere, SignInView } from '@/core/exchange/people-views';
import { SAMPLE_SECRETS } from '@/store/demo/people';
import { allPeople, enrolledDevices } from '@/store/people';
import type { Context } from '../context';

/** What is told before anybody has signed in. */
export async function signInView(context: Context): Promise<SignInView> {
  const { store, deviceId, site, settings } = context;
  return store.read(async (database) => {
    const device = (await enrolledDevices(database)).find(({ id }) => id === deviceId);
    return {
      siteName: site.name,
      deviceName: device?.name ?? null,
      names: device ? await namesHere(context) : [],
      sample: settings.demo ? SAMPLE_SECRETS : [],
    };
  });
}

/** Who can sign in by tapping their name here: on an enrolled device everybody who has a secret. */
export async function namesHere({ store, deviceId }: Context): Promise<NameHere[]> {
  if (deviceId === null) return [];
  const people = await store.read(allPeople);
  return people
    .filter(({ leftAtMs, pinHash, passwordHash }) => leftAtMs === null && (pinHash ?? passwordHash) !== null)
    .map(({ id, name, role, pinHash }) => ({ id, name, byPin: role !== 'lead' && pinHash !== null }));
}
