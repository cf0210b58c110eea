import { stepOf } from '../../docket';
import { machinesFor, routeWith } from '../../finishing';
import { formatLength } from '../../measure';
import { STITCHES } from '../../shop';
import type { Check } from '../kinds';
import { ELSEWHERE } from './finishing-limits';

/** What one stitch holds of a spine at the most, mm: two hold A4 upright, and A3 wants three. */
const MOST_HELD = 160;

/** A spine that is too long for the stitches that its machine makes. */
export const fewStitches: Check = ({ docket, plan, shop, unit }) => {
  const { here, route } = docket.finish;
  const machine = here && plan.assembly.process === 'stitch' ? stepOf(docket.finish, 'stitch')?.machine : null;
  if (!machine) return [];
  const { spine } = plan.assembly;
  const wanted = Math.ceil(spine / MOST_HELD);
  const { stitches = STITCHES } = machine;
  if (stitches >= wanted) return [];
  return [
    {
      id: 'few-stitches',
      severity: 'look',
      station: 'finish',
      title: `${stitches === 1 ? 'One stitch' : `${stitches} stitches`} for a spine of ${formatLength(spine, unit)}`,
      detail: `Each would hold ${formatLength(spine / stitches, unit, 1)}; ${wanted} hold it as well as two hold A4.`,
      offers: () => [
        ...machinesFor('stitch', shop).flatMap((m) =>
          m.kind === 'stitcher' && (m.stitches ?? STITCHES) >= wanted
            ? [
                {
                  label: `Stitch on ${m.name}`,
                  detail: `${m.stitches ?? STITCHES} stitches`,
                  patch: { finish: { route: routeWith(route, 'stitch', m) } },
                },
              ]
            : [],
        ),
        ELSEWHERE,
      ],
    },
  ];
};
