import { boot, databaseAway, FolderTaken } from '../server';

/**
 * What a page shows, or null where the database is away: the page then answers 503, says so, and looks again by itself.
 */
export async function orAway<T>(response: { status?: number }, read: () => Promise<T>): Promise<T | null> {
  try {
    await boot();
    return await read();
  } catch (e) {
    if (!databaseAway(e) && !(e instanceof FolderTaken)) throw e;
    response.status = 503;
    return null;
  }
}
