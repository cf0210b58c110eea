import { rulesOf } from '../../makeup';
import { passedThrough, plural, type Check, type InspectedBook } from '../kinds';

/** A cover with too few pages. */
export const coverLacksPages: Check<InspectedBook> = (it) => {
  const { docket, product, book } = it;
  const { cover, binding } = product;
  if (cover.kind !== 'separate' || passedThrough(it) || rulesOf(binding).cover === 'none') return [];
  if (book.coverLacks === 0) return [];
  const from =
    cover.from === 'text' ? 'the text' : (docket.artwork.more[cover.from - 1]?.name ?? 'a file that is not there');
  return [
    {
      id: 'cover-pages',
      severity: book.coverLacks >= (cover.printed === 'both' ? 4 : 2) ? 'stop' : 'look',
      station: 'product',
      title: `The cover lacks ${plural(book.coverLacks, 'page')}`,
      detail: `${cover.printed === 'both' ? 'A cover has four: outside and inside, front and back' : 'Outside a cover has two: front and back'}. They are taken from ${from}; what lacks stays blank.`,
      offers: () => [
        { label: 'Print the outside only', patch: { product: { cover: { printed: 'outside' } } } },
        {
          label: 'Take it from the text',
          detail: 'pages 1, 2 and the last two',
          patch: { product: { cover: { from: 'text' } } },
        },
        {
          label: 'No cover of its own',
          detail: 'the text’s first and last pages',
          patch: { product: { cover: { kind: 'self' } } },
        },
      ],
    },
  ];
};
