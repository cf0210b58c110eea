import { rulesOf } from '../../makeup';
import { passedThrough, type Check, type InspectedBook } from '../kinds';

/** A cover wished for where none goes round. */
export const coverUnused: Check<InspectedBook> = (it) => {
  const { docket, product } = it;
  const { cover, binding } = product;
  if (cover.kind !== 'separate' || passedThrough(it) || rulesOf(binding).cover !== 'none') return [];
  return [
    {
      id: 'cover-unused',
      severity: cover.from === 'text' ? 'fine' : 'stop',
      station: 'product',
      title: 'Loose leaves and leaflets have no cover round them',
      detail:
        cover.from === 'text'
          ? 'First and last leaves can be on another stock: see Other stocks.'
          : `The pages of ${docket.artwork.more[cover.from - 1]?.name ?? 'the cover’s file'} are in no sheet; put them into the page list.`,
      offers: () => [{ label: 'No cover of its own', patch: { product: { cover: { kind: 'self' } } } }],
    },
  ];
};
