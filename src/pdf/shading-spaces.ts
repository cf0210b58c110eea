import type { Space } from '../core/preflight';
import { eachSpace } from './inks';
import { isDict, numberOf, type Dict, type PdfValue } from './syntax/objects';
import type { PdfFile } from './syntax/file';

/** What names alone say; of light and grey, unless the page says by a profile what it means by them (8.6.5.6). */
const BY_NAME: Readonly<Record<string, Space>> = {
  '/DeviceGray': 'grey',
  '/CalGray': 'grey',
  '/DeviceRGB': 'rgb',
  '/CalRGB': 'profiled',
  '/DeviceCMYK': 'cmyk',
  '/Lab': 'lab',
  '/Separation': 'spot',
  '/DeviceN': 'spot',
};
const BY_CHANNELS: Readonly<Record<number, Space>> = { 1: 'grey', 3: 'profiled', 4: 'cmyk' };

/** In what the runs of colours are said that a page and the forms it uses name. */
export function shadingSpaces(file: PdfFile, page: Dict): Space[] {
  const found = new Set<Space>();
  const resources = file.get(page.get('/Resources'));
  const named = isDict(resources) ? file.get(resources.get('/ColorSpace')) : null;
  const profiled = isDict(named) && named.has('/DefaultRGB');
  eachSpace(
    file,
    [page],
    () => true,
    (space) => {
      const of = spaceOf(file, space);
      if (of) found.add(of === 'rgb' && profiled ? 'profiled' : of);
    },
  );
  return [...found];
}

function spaceOf(file: PdfFile, space: PdfValue | undefined): Space | null {
  const family = Array.isArray(space) ? file.get(space[0]) : space;
  if (Array.isArray(space) && family === '/ICCBased') {
    const profile = file.get(space[1]);
    return (isDict(profile) && BY_CHANNELS[numberOf(file.get(profile.get('/N')), 0)]) || null;
  }
  return typeof family === 'string' ? (BY_NAME[family] ?? null) : null;
}
