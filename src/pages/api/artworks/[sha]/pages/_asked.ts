import { ReadyPicture } from '../../../../../core';

/** The page of a file that an address is of, and what is done to its content first. */
export interface AskedPage {
  readonly sha: string;
  readonly page: number;
  readonly ready: ReadyPicture | null;
}

/** @returns null where the address is of no page */
export function askedPage(params: Readonly<Record<string, string | undefined>>, url: URL): AskedPage | null {
  const sha = params['sha'] ?? '';
  const page = Number(params['page']);
  if (!/^[0-9a-f]{64}$/.test(sha) || !Number.isInteger(page)) return null;
  const said = url.searchParams.get('ready');
  if (said === null) return { sha, page, ready: null };
  try {
    const ready = ReadyPicture.safeParse(JSON.parse(said));
    return ready.success ? { sha, page, ready: ready.data } : null;
  } catch {
    return null;
  }
}

/** What is drawn of a file never changes: its name is what is in it. */
export const KEPT = { 'Cache-Control': 'public, max-age=31536000, immutable' } as const;
