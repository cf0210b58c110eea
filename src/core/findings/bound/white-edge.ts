import { foldedOnly, isOpenSize, rulesOf } from '../../makeup';
import { formatLength, rectThrough } from '../../measure';
import { factsOf } from '../../pages';
import { whiteEdges, widestWhite } from '../../sheet';
import { machineTakes } from '../../shop';
import { pageRanges, passedThrough, plural, type Check, type Finding, type InspectedBook, type Offer } from '../kinds';

/** How far ink may reach into the white edge without a word, mm. */
const NEAR = 0.25;

/** Booklets that are folded and not trimmed: the edge that stays white, and where that cannot be. */
export const whiteEdge: Check<InspectedBook> = (it) => {
  const { product, docket, book } = it;
  if (passedThrough(it)) return [];
  if (product.trimming === 'folded' && !foldedOnly(product, docket.sheet)) return [unused(it)];
  if (!book.untrimmed) return [];
  return [...closed(it), ...edge(it)];
};

const unused = ({ product }: InspectedBook): Finding => ({
  id: 'trimming-unused',
  severity: 'look',
  station: 'finish',
  title: `What is ${rulesOf(product.binding).said(product.binding, product.bound).binding} is not left untrimmed`,
  detail: 'Only a stitched booklet of single folds can be; this one is trimmed.',
  offers: () => [{ label: 'Trimmed', patch: { product: { trimming: 'trimmed' as const } } }],
});

/** Sections of more than one fold are closed where they were folded before the last. */
function closed({ book }: InspectedBook): Finding[] {
  const shut = book.sections.filter((s) => s.way.folds.length > 1);
  if (shut.length === 0) return [];
  return [
    {
      id: 'closed-untrimmed',
      severity: 'stop',
      station: 'finish',
      title: `${plural(shut.length, 'section stays', 'sections stay')} closed at the head`,
      detail: 'Folded more than once pages hang together until the knife opens them, and it is not trimmed.',
      offers: () => [
        { label: 'Single folds', patch: { product: { fold: null, sections: { kind: 'auto' as const } } } },
        { label: 'Trim it', patch: { product: { trimming: 'trimmed' as const } } },
      ],
    },
  ];
}

function edge({ product, docket, artwork, plan, shop, unit, book }: InspectedBook): Finding[] {
  const white = widestWhite(plan);
  if (white === 0) return [];
  const { machine, stock } = docket.sheet;
  const reached = pagesReaching({ product, artwork, plan });
  const innermost = book.creep.standsOut.at(-1) ?? 0;
  const decided = product.trimming === 'folded';
  const larger = (): Offer[] =>
    shop.stocks
      .filter((s) => !isOpenSize(product, s) && machineTakes(machine, s))
      .map((s) => ({
        label: `Print on ${s.name} ${s.format} and trim`,
        patch: { sheet: { stock: s }, product: { trimming: 'auto' as const } },
        kind: { name: s.name === stock.name ? 'same make' : 'stock', most: 1 },
      }));
  return [
    {
      id: 'white-edge',
      severity: decided ? 'fine' : 'look',
      station: 'finish',
      title: `Folded, not trimmed: ${formatLength(white, unit)} at the edges stay white`,
      detail: `${stock.format} is the open booklet’s own size, and ${machine.name} does not print to its edge.${reached.length > 0 ? ` What stands there on ${reached.length === 1 ? 'page' : 'pages'} ${pageRanges(reached)} is cut off.` : ''}${innermost > 0.05 ? ` Untrimmed, the innermost sheet stands out ${formatLength(innermost, unit, unit === 'mm' ? 2 : 3)}.` : ''}`,
      offers: () => [
        ...(decided ? [] : [{ label: 'Folded, not trimmed', patch: { product: { trimming: 'folded' as const } } }]),
        ...larger(),
      ],
    },
  ];
}

/** The pages, as the book counts them, with ink in the edge that stays white; none where it was not looked for. */
function pagesReaching({ product, artwork, plan }: Pick<InspectedBook, 'product' | 'artwork' | 'plan'>): number[] {
  const { width, height } = product.finished;
  const out: number[] = [];
  for (const [place, white] of whiteEdges(plan)) {
    const { page: ref, toPage } = plan.content.at(place);
    if (!ref || !toPage || ref.part) continue;
    const facts = factsOf(artwork, ref);
    if (!facts?.ink) continue;
    const ink = rectThrough(toPage, facts.ink);
    if (ink.width <= 0 || ink.height <= 0) continue;
    // a page’s own white, of which nothing is known but that it is white, is no ink
    if (
      ink.x < white.left - NEAR ||
      ink.y < white.bottom - NEAR ||
      ink.x + ink.width > width - white.right + NEAR ||
      ink.y + ink.height > height - white.top + NEAR
    )
      out.push(place);
  }
  return out.sort((a, b) => a - b);
}
