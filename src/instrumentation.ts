/** Opens the store when the server starts, so that a fault of the database is told at once and not on the first page. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { openAtStart } = await import('./entry/open-at-start');
  await openAtStart();
}
