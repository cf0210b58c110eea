import type { ReactNode } from 'react';
import { plural, wholeNumber } from '../../../core';
import { useNotices } from '../../../ui/Notices';
import { useJobStore } from '../context';
import { ArrivingMeter, useReceiving } from '../files';

/** What can be chosen as the pictures of imprints. */
export const ALBUM_TYPES: readonly string[] = ['.zip', '.jpg', '.jpeg', '.png', '.tif', '.tiff', 'application/zip'];

/** A ZIP has no room for more without its later extension, which the packer does not write. */
const MOST_BYTES = 0xffff_ffff - (1 << 24);

/** Whether files can be an album, by their names. */
export const arePictures = (files: readonly Pick<File, 'name'>[]): boolean =>
  (files.length === 1 && /\.zip$/i.test(files[0]!.name)) ||
  (files.length > 0 && files.every(({ name }) => /\.(jpe?g|png|tiff?)$/i.test(name)));

/**
 * Pictures as one file: a ZIP as it came, or single pictures packed into one as they are. They are read one after the
 * other, and the browser keeps what is large on disk.
 */
export async function packed(files: readonly File[]): Promise<File> {
  const [first] = files;
  if (files.length === 1 && /\.(zip|pdf)$/i.test(first!.name)) return first!;
  if (files.reduce((sum, f) => sum + f.size, 0) > MOST_BYTES)
    throw new Error(
      'These pictures are more than 4 GB together. Choose fewer, or save them smaller: 300 dots an inch are enough.',
    );
  const { Zip, ZipPassThrough } = await import('fflate');
  const parts: Blob[] = [];
  const done = new Promise<void>((resolve, reject) => {
    const zip = new Zip((error, chunk, final) => {
      if (error) return reject(error);
      parts.push(new Blob([chunk as Uint8Array<ArrayBuffer>]));
      if (final) resolve();
    });
    const put = async (): Promise<void> => {
      for (const file of files) {
        const entry = new ZipPassThrough(file.webkitRelativePath || file.name);
        zip.add(entry);
        const reader = file.stream().getReader();
        for (let r = await reader.read(); !r.done; r = await reader.read()) entry.push(r.value);
        entry.push(new Uint8Array(), true);
      }
      zip.end();
    };
    put().catch(reject);
  });
  await done;
  return new File(parts, files.length === 1 ? first!.name : `${wholeNumber(files.length)} pictures.zip`);
}

/** Takes pictures for the job. */
export function useTakingAlbum(): {
  readonly busy: ReactNode;
  readonly take: (files: readonly File[]) => Promise<void>;
} {
  const { settled } = useJobStore().getState();
  const say = useNotices((s) => s.say);
  const { onItsWay, receive } = useReceiving();
  return {
    busy: <ArrivingMeter onItsWay={onItsWay} label="The pictures arriving" />,
    take: async (files) => {
      if (!(await settled())) return;
      try {
        const { album } = await receive('PUT', 'album', await packed(files));
        if (album) say({ tone: 'fine', text: `${plural(album.pages.length, 'picture')} taken.` });
      } catch (e) {
        if (e !== null) say({ tone: 'stop', text: (e as Error).message });
      }
    },
  };
}
