import { pageRanges, plural, type Check, type InspectedBook } from '../kinds';

/** Backs that are not printed though they have pages. */
export const oneSided: Check<InspectedBook> = ({ docket, plan, artwork, book }) => {
  if (docket.sheet.work !== 'one-sided' || artwork.pages.length < 2) return [];
  const shown = new Set<number>();
  for (const { pieces } of plan.sheets)
    for (const id of pieces) {
      const section = book.sections[id]!;
      for (const { face, page } of section.shape.prints) if (face === 'outer') shown.add(section.reading[page - 1]!);
    }
  const lost = book.pages.flatMap((p, i) => (p.ref && !shown.has(i + 1) ? [i + 1] : []));
  if (lost.length === 0) return [];
  return [
    {
      id: 'one-sided',
      severity: 'stop',
      station: 'sheet',
      title: `${plural(lost.length, 'page')} would not be printed`,
      detail: `Page ${pageRanges(lost)} would be on the back, and one side is printed.`,
      offers: () => [{ label: 'Print both sides', patch: { sheet: { work: 'sheetwise' } } }],
    },
  ];
};
