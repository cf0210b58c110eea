import { Away, make, newId, Refused } from './client';

/** What can be artwork. */
export const ARTWORK_TYPES: readonly string[] = [
  'application/pdf',
  'image/png',
  'image/jpeg',
  'image/tiff',
  'application/zip',
  '.zip',
];

export interface Upload<T> {
  readonly done: Promise<T>;
  readonly cancel: () => void;
}

/** Pauses before an upload that was cut goes on, ms; altogether some ten minutes. */
const PAUSES = [0, 500, 1000, 2000, 4000, 8000, ...Array.from({ length: 40 }, () => 15_000)];

/**
 * Sends a file, with progress, and has something made of it. An upload that is cut goes on where it stopped, by itself
 * and, where the same file is dropped again, after the window was closed.
 * @param more what else is said of what is to be made
 * @returns `done` rejects with Refused or Away, or with null where it was canceled
 */
export function upload<T>(
  path: string,
  method: 'POST' | 'PUT',
  file: File,
  onProgress: (share: number) => void,
  more: Readonly<Record<string, string>> = {},
): Upload<T> {
  const id = newId();
  let cancel = (): void => undefined;
  const canceled = new Promise<never>((_, reject) => (cancel = () => reject(null)));
  canceled.catch(() => undefined);
  let stop: (() => void) | null = null;
  canceled.catch(() => stop?.());
  const work = async (): Promise<T> => {
    const sent = await send(file, onProgress, (s) => (stop = s));
    return make<T>(path, method, { id, upload: sent, name: file.name, ...more } as { id: string });
  };
  return { done: Promise.race([work(), canceled]), cancel };
}

/** Sends a file by the tus protocol. @returns what the server calls the upload */
async function send(
  file: File,
  onProgress: (share: number) => void,
  stopper: (stop: () => void) => void,
): Promise<string> {
  const { Upload: Tus, DetailedError } = await import('tus-js-client');
  return new Promise((resolve, reject) => {
    const it = new Tus(file, {
      endpoint: '/api/uploads',
      retryDelays: PAUSES,
      metadata: { filename: file.name },
      removeFingerprintOnSuccess: true,
      uploadDataDuringCreation: file.size < 1 << 20,
      onProgress: (sent, total) => onProgress(total > 0 ? sent / total : 1),
      onShouldRetry: (e) => {
        const status = e.originalResponse?.getStatus() ?? 0;
        return status === 0 || status === 409 || status === 423 || (status >= 500 && status !== 507);
      },
      onError: (e) => {
        const answer = e instanceof DetailedError ? e.originalResponse : null;
        reject(
          answer ? new Refused(answer.getStatus(), messageIn(answer.getBody(), answer.getStatus()), {}) : new Away(),
        );
      },
      onSuccess: () => resolve(it.url!.split('/').pop()!),
    });
    stopper(() => void it.abort(true).catch(() => undefined));
    it.findPreviousUploads().then(
      ([before]) => {
        if (before) it.resumeFromPreviousUpload(before);
        it.start();
      },
      () => it.start(),
    );
  });
}

function messageIn(body: string, status: number): string {
  try {
    return String((JSON.parse(body) as { message?: unknown }).message);
  } catch {
    return body.trim() || `The server answered ${status}.`;
  }
}
