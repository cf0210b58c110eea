import { factsOf } from '../bound';
import { hasCover } from '../sheet';
import { formatLength, formatNumber } from '../measure';
import { plural, type Finding, type Inspected, type Remedy } from './kinds';

/** How far a cover's artwork may be off the reckoned spine without a word, mm. */
const SPINE_TOLERANCE = 0.5;

/** A cover with too few pages, one that does not fit its sheet, and artwork whose spine has another width. */
export function coverFinding({ docket, artwork, plan, shop, unit }: Inspected): Finding[] {
  const { cover, finished, binding, bound } = docket.product;
  if (cover.kind !== 'separate' || docket.artwork.imposed.kind === 'sheets') return [];
  if (!hasCover(docket.product))
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
        remedies: [{ label: 'No cover of its own', patch: { product: { cover: { kind: 'self' } } } }],
      },
    ];
  const found: Finding[] = [];
  const self: Remedy = {
    label: 'No cover of its own',
    detail: 'the text’s first and last pages',
    patch: { product: { cover: { kind: 'self' } } },
  };
  const from =
    cover.from === 'text' ? 'the text' : (docket.artwork.more[cover.from - 1]?.name ?? 'a file that is not there');
  if (plan.coverLacks > 0)
    found.push({
      id: 'cover-pages',
      severity: plan.coverLacks >= 4 ? 'stop' : 'look',
      station: 'product',
      title: `The cover lacks ${plural(plan.coverLacks, 'page')}`,
      detail: `A cover has four: outside and inside, front and back. They are taken from ${from}; what lacks stays blank.`,
      remedies: [
        ...(cover.printed === 'both' && plan.coverLacks <= 2
          ? [{ label: 'Print the outside only', patch: { product: { cover: { printed: 'outside' as const } } } }]
          : []),
        ...(cover.from !== 'text' && plan.textPages > 4
          ? [
              {
                label: 'Take it from the text',
                detail: 'pages 1, 2 and the last two',
                patch: { product: { cover: { from: 'text' as const } } },
              },
            ]
          : []),
        self,
      ],
    });
  const sheet = plan.sheets.find((s) => s.kind === 'cover');
  if (sheet && !sheet.layout.fits) {
    const { size, margin } = sheet.layout.block;
    const need = { width: size.width + margin.left + margin.right, height: size.height + margin.top + margin.bottom };
    const room = (s: { width: number; height: number }): boolean =>
      Math.max(s.width, s.height) > Math.max(need.width, need.height) &&
      Math.min(s.width, s.height) > Math.min(need.width, need.height);
    found.push({
      id: 'cover-fit',
      severity: 'stop',
      station: 'product',
      title: 'The cover does not fit its sheet',
      detail: `Open it needs ${formatNumber(need.width, 1)} × ${formatNumber(need.height, 1)} mm; ${cover.stock.name} is ${cover.stock.format}.`,
      remedies: [
        ...shop.stocks
          .filter((s) => s.id !== cover.stock.id && s.grammage >= cover.stock.grammage * 0.7 && room(s))
          .slice(0, 2)
          .map((stock) => ({
            label: `${stock.name} ${stock.format} instead`,
            patch: { product: { cover: { stock } } },
          })),
        ...(cover.flaps > 0 ? [{ label: 'Without flaps', patch: { product: { cover: { flaps: 0 } } } }] : []),
      ],
    });
  }
  const outer = plan.sections.find((s) => s.kind === 'cover')?.spread?.outer;
  const facts = outer ? factsOf(artwork, outer) : undefined;
  if (facts && plan.spine && binding.kind !== 'saddle-stitched') {
    const box = facts[docket.artwork.box];
    const has = (bound === 'top' ? box.height - 2 * finished.height : box.width - 2 * finished.width) - 2 * cover.flaps;
    const wants = cover.spine ?? plan.spine.width;
    if (Math.abs(has - wants) > SPINE_TOLERANCE)
      found.push({
        id: 'spine-width',
        severity: 'look',
        station: 'product',
        title: `The cover’s spine is ${formatLength(has, unit, 2)}, the book’s ${formatLength(wants, unit, 2)}`,
        detail: `${plan.spine.sum}. Its text will stand ${formatLength(Math.abs(has - wants) / 2, unit, 2)} off the middle of an edge.`,
        remedies: [
          {
            label: `Take ${formatLength(has, unit, 2)} for the spine`,
            detail: 'scores go by the artwork',
            patch: { product: { cover: { spine: Math.max(0, Math.round(has * 100) / 100) } } },
          },
        ],
      });
  }
  return found;
}
