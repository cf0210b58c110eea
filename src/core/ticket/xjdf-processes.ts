import { numbers, type Layout } from './layout';
import { trappingOf } from './trapping';
import { named, resource, set } from './xjdf-sets';

/** What is done with the sheets when they are printed, process by process with what it is set to. */

/** What is cut out of the sheets: a block for every piece, in the coordinates of the layout. */
const cutting = ({ cuttings }: Layout): string =>
  set(
    'CuttingParams',
    cuttings.map(({ sheets, blocks }) =>
      resource(named(sheets), 'CuttingParams', {
        children: blocks.map(({ name, rect: r }) => ({
          name: 'CutBlock',
          attributes: {
            BlockName: name,
            BlockType: 'CutBlock',
            Box: numbers(r.x, r.y, r.x + r.width, r.y + r.height),
          },
        })),
      }),
    ),
  );

const LINE_KINDS = ['score', 'perforation'] as const;
type LineKind = (typeof LINE_KINDS)[number];
/** What the standard calls a process, its parameters and one of its lines. */
const LINES = {
  score: { type: 'Creasing', params: 'CreasingParams', line: 'Crease' },
  perforation: { type: 'Perforating', params: 'PerforatingParams', line: 'Perforate' },
} as const satisfies Record<LineKind, object>;

const hasLines = ({ scorings }: Layout, kind: LineKind): boolean =>
  scorings.some((run) => run.passes.some((pass) => pass.kind === kind));

/** The processes of a layout, in their order. */
export const typesOf = (layout: Layout): string =>
  [
    'Imposition',
    ...(trappingOf(layout.docket) ? ['Trapping'] : []),
    ...(layout.cuttings.length > 0 ? ['Cutting'] : []),
    ...LINE_KINDS.flatMap((kind) => (hasLines(layout, kind) ? [LINES[kind].type] : [])),
    ...(layout.foldings.length > 0 ? ['Folding'] : []),
    ...(layout.bound.milled > 0 ? ['SpinePreparation'] : []),
    ...(layout.bound.stitches.length > 0 ? ['Stitching'] : []),
    ...(layout.bound.trimmed ? ['Trimming'] : []),
  ].join(' ');

/** How sections are folded: every fold from the left or the front edge of what then lies there. */
const folding = ({ foldings }: Layout): string =>
  set(
    'FoldingParams',
    foldings.map(({ folds, sheets }) =>
      resource(foldings.length === 1 ? [] : named(sheets), 'FoldingParams', {
        children: folds.map(({ axis, travel, to }) => ({
          name: 'Fold',
          attributes: {
            From: axis === 'upright' ? 'Left' : 'Front',
            To: to === 'up' ? 'Up' : 'Down',
            Travel: numbers(travel),
          },
        })),
      }),
    ),
  );

/** How the piece is milled, stitched and trimmed, where it is. */
function* binding({ bound: { stitches, reference, milled, trimmed } }: Layout): Generator<string> {
  if (milled > 0)
    yield set('SpinePreparationParams', [
      resource([], 'SpinePreparationParams', { attributes: { MillingDepth: numbers(milled) } }),
    ]);
  if (stitches.length > 0)
    yield set('StitchingParams', [
      resource([], 'StitchingParams', {
        attributes: {
          NumberOfStitches: stitches.length,
          ReferenceEdge: reference,
          StitchPositions: numbers(...stitches),
          StitchType: 'Saddle',
        },
      }),
    ]);
  if (trimmed)
    yield set('TrimmingParams', [
      resource([], 'TrimmingParams', {
        attributes: {
          Height: numbers(trimmed.size.height),
          TrimmingOffset: numbers(trimmed.foot),
          Width: numbers(trimmed.size.width),
        },
      }),
    ]);
}

/** Lines in a piece, each by where it begins and which way it goes, from the lower left of the piece, its front up. */
function scoring({ scorings }: Layout, kind: LineKind): string {
  const { params, line } = LINES[kind];
  return set(
    params,
    scorings.flatMap(({ size: { width, height }, passes }) => {
      const of = passes.filter((pass) => pass.kind === kind);
      if (of.length === 0) return [];
      return [
        resource([], params, {
          children: of.flatMap(({ lead, at }) =>
            at.map((mm) => ({
              name: line,
              attributes: {
                StartPosition: lead === 'head' ? numbers(0, height - mm) : numbers(mm, 0),
                WorkingPath: lead === 'head' ? numbers(width, 0) : numbers(0, height),
                ...(kind === 'score' ? { WorkingDirection: 'Top' } : {}),
              },
            })),
          ),
        }),
      ];
    }),
  );
}

/** The parameters of all processes, in their order. */
export function* processes(layout: Layout): Generator<string> {
  const trapping = trappingOf(layout.docket);
  if (trapping) yield set('TrappingParams', [resource([], trapping.name, trapping)]);
  if (layout.cuttings.length > 0) yield cutting(layout);
  for (const kind of LINE_KINDS) if (hasLines(layout, kind)) yield scoring(layout, kind);
  if (layout.foldings.length > 0) yield folding(layout);
  yield* binding(layout);
}
