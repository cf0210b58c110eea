import { passedThrough, plural, type Check, type InspectedBook } from '../kinds';

/** Pages inside a cover of which only the outside is printed. */
export const coverInside: Check<InspectedBook> = (it) => {
  const { docket, product, book } = it;
  const { cover } = product;
  // where nothing has a printed back, that is said of all backs
  if (cover.kind !== 'separate' || cover.printed === 'both' || docket.sheet.work === 'one-sided') return [];
  const round = book.sections.find((s) => s.kind === 'cover');
  if (!round || passedThrough(it)) return [];
  const [, second, third] = round.reading;
  const lost = [second!, third!].filter((place) => book.pages[place - 1]?.ref);
  const spread = round.spread?.inner ? 1 : 0;
  if (lost.length === 0 && spread === 0) return [];
  const ofText = cover.from === 'text';
  return [
    {
      id: 'cover-inside',
      severity: ofText ? 'stop' : 'look',
      station: 'product',
      title: `${plural(spread || lost.length, 'page')} inside the cover would not be printed`,
      detail: `${ofText ? `Page ${lost.map((p) => book.pages[p - 1]!.label).join(' and ')} of the text` : 'What its file has for the inside'} comes to lie inside the cover, and only its outside is printed.`,
      offers: () => [{ label: 'Print the cover on both sides', patch: { product: { cover: { printed: 'both' } } } }],
    },
  ];
};
