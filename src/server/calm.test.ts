import { calmAwaited } from './calm';

/** How long a wait takes, ms, where the loop is at work so much at each look; the last one holds. */
async function waited(...shares: number[]): Promise<number> {
  let ms = 0;
  let look = 0;
  const atWork = () => shares[Math.min(look++, shares.length - 1)] ?? 0;
  await calmAwaited(atWork, async (pause) => {
    ms += pause;
  })();
  return ms;
}

describe('what stands behind all requests', () => {
  it('goes on at once where there is little to answer', async () => {
    expect(await waited(0.1)).toBe(0);
  });

  it('waits while there is much, until there is not', async () => {
    expect(await waited(0.9, 0.95, 0.2)).toBe(200);
  });

  it('gets on in any case', async () => {
    expect(await waited(1)).toBe(1000);
  });

  it('sees that the loop is at work', async () => {
    const calm = calmAwaited(undefined, async () => {
      throw new Error('waited');
    });
    for (const endMs = Date.now() + 50; Date.now() < endMs; );
    await expect(calm()).rejects.toThrow('waited');
  });
});
