import { plural, type Check, type Finding } from '../kinds';

/** Notes from the artwork's way in, and the inks that it brings. */
export const artworkNotes: Check = ({ artwork }) => {
  const found = artwork.notes.map((note, i): Finding => ({
    id: `note-${i}`,
    severity: 'fine',
    station: 'artwork',
    title: note,
    detail: '',
  }));
  if (artwork.inks.length > 0)
    found.push({
      id: 'inks',
      severity: 'fine',
      station: 'artwork',
      title: `${plural(artwork.inks.length, 'spot ink')}: ${artwork.inks.slice(0, 4).join(', ')}`,
      detail: 'Carried through untouched; marks print in them too.',
    });
  return found;
};
