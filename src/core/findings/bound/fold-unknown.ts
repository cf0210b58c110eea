import { wayOf } from '../../fold';
import type { FoldWish, Patch } from '../../docket';
import type { Check, Finding, InspectedBook } from '../kinds';

/** Ways to fold that are wished for by a name that nothing has. */
export const foldUnknown: Check<InspectedBook> = ({ docket, product }) => {
  const { imposed } = docket.artwork;
  const { sections } = product;
  const wishes: { fold: FoldWish | null; mend: Patch; label: string }[] = [
    { fold: product.fold, mend: { product: { fold: null } }, label: 'Fold as the plan chooses' },
    ...(sections.kind === 'set' ? sections.list : []).map(({ fold }) => ({
      fold,
      mend: { product: { sections: { kind: 'auto' as const } } },
      label: 'Sections as the plan chooses',
    })),
    ...(imposed.kind === 'folded'
      ? [
          {
            fold: imposed.fold,
            mend: { artwork: { imposed: { kind: 'pages' as const } } },
            label: 'Take the artwork’s pages as they are',
          },
        ]
      : []),
  ];
  const unknown = wishes.filter(({ fold }) => fold !== null && wayOf(fold) === null);
  const [first] = unknown;
  if (!first) return [];
  const found: Finding = {
    id: 'fold-unknown',
    severity: 'stop',
    station: 'sheet',
    title: `There is no fold “${String(first.fold)}”`,
    detail: 'The sheets are laid for another one. Name one of the ways in the list of folds, or give its own folds.',
    offers: () => [{ label: first.label, patch: first.mend }],
  };
  return [found];
};
