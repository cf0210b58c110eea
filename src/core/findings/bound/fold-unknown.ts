import type { FoldWish } from '../../docket';
import { wayOf } from '../../fold';
import type { Check, InspectedBook } from '../kinds';

const unknown = (fold: FoldWish | null): fold is FoldWish => fold !== null && wayOf(fold) === null;

/** Ways to fold that are wished for by a name that nothing has. */
export const foldUnknown: Check<InspectedBook> = ({ docket, product }) => {
  const { imposed } = docket.artwork;
  const { sections, fold } = product;
  const listed = sections.kind === 'set' ? sections.list.map((s) => s.fold) : [];
  const taken = imposed.kind === 'folded' ? [imposed.fold] : [];
  const [first] = [fold, ...listed, ...taken].filter(unknown);
  if (first === undefined) return [];
  return [
    {
      id: 'fold-unknown',
      severity: 'stop',
      station: 'sheet',
      title: `There is no fold “${String(first)}”`,
      detail: 'The sheets are laid for another one. Name one of the ways in the list of folds, or give its own folds.',
      offers: () => [
        {
          // every one of them, or the finding would stand
          label: taken.some(unknown) ? 'Take the artwork’s pages as they are' : 'Fold as the plan chooses',
          patch: {
            ...(taken.some(unknown) ? { artwork: { imposed: { kind: 'pages' as const } } } : {}),
            product: {
              ...(unknown(fold) ? { fold: null } : {}),
              ...(listed.some(unknown) ? { sections: { kind: 'auto' as const } } : {}),
            },
          },
        },
      ],
    },
  ];
};
