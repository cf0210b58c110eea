import { plural, type Check, type InspectedBook } from '../kinds';

/** Chapters that begin behind the last page. */
export const chapterBeyond: Check<InspectedBook> = ({ product: { chapters }, book }) => {
  const beyond = chapters.filter((c) => c.at > book.places);
  if (beyond.length === 0) return [];
  return [
    {
      id: 'chapter-beyond',
      severity: 'look',
      station: 'product',
      title: `${plural(beyond.length, 'chapter begins', 'chapters begin')} behind the last page`,
      detail: `${beyond.map((c) => `“${c.title}” on page ${c.at}`).join(', ')}; there are ${plural(book.places, 'page')}.`,
      offers: () => [
        { label: 'Leave them out', patch: { product: { chapters: chapters.filter((c) => c.at <= book.places) } } },
      ],
    },
  ];
};
