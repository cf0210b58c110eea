import type { BoundProduct } from '../../docket';
import { inUnits } from '../../measure';
import type { Assembly } from '../piece';
import { rulesOf } from './bindings';
import type { Made } from './pieces';
import { edgesCalled, trimmingOf } from './off';
import type { Section } from './section';

/** What the sections come to when they are finished. */
export function assemblyOf(product: BoundProduct, sections: readonly Section[], made: Made, deep: number): Assembly {
  const { binding, bound, finished } = product;
  const rules = rulesOf(binding);
  const text = sections.filter((s) => s.kind === 'text');
  const flat = sections.reduce((t, s) => t + (s.way.pages / 2) * s.stock.caliper, 0);
  return {
    thing: rules.said(binding, bound).piece,
    pieces: rules.pieces,
    finished,
    thickness: made.spine?.width ?? flat,
    thicknessSum:
      made.spine?.sum ??
      inUnits((say) => `${sections.length} ${sections.length === 1 ? 'section' : 'sections'}, ${say(flat, 2)}`),
    nested: made.nested ? deep : 0,
    pages: made.pages,
    madeOf: madeOf(text, made),
    folded: text.filter((s) => s.way.folds.length > 0).map((s) => s.id),
    mostFolds: text.reduce((m, s) => Math.max(m, s.way.folds.length), 0),
    process: rules.process,
    foldedApart: rules.foldedBefore || rules.process === 'fold',
    trimming: rules.trimmed === 'bound' && !made.untrimmed ? trimmingOf(product) : null,
    spine: rules.made === 'folded' ? 0 : bound === 'top' ? finished.width : finished.height,
    edges: edgesCalled(bound),
    milled: rules.milled(binding),
  };
}

/**
 * What sheets come to that are passed through: bound as the docket says. How they are folded is theirs; those of a stitched
 * booklet are folded once and lie in each other.
 */
export function passedAssembly(product: BoundProduct, made: Assembly, sheets: number): Assembly {
  const { binding, bound, finished } = product;
  const rules = rulesOf(binding);
  const nested = rules.made === 'nested';
  const layers = nested ? 2 : 1;
  const said = `${sheets} ${sheets === 1 ? 'sheet' : 'sheets'} passed through`;
  return {
    ...made,
    thing: rules.said(binding, bound).piece,
    pieces: 'sheets',
    finished,
    thickness: made.thickness * layers,
    thicknessSum: inUnits((say) => `${said}, ${say(made.thickness * layers, 2)}`),
    nested: nested ? sheets : 0,
    pages: nested ? 4 * sheets : made.pages,
    madeOf: { said, all: true },
    process: rules.process,
    foldedApart: rules.foldedBefore || rules.process === 'fold',
    // where their pages lie is not known
    trimming: null,
    spine: bound === 'top' ? finished.width : finished.height,
    edges: edgesCalled(bound),
    milled: rules.milled(binding),
  };
}

/** The sum of a text's sections by their size. */
function madeOf(text: readonly Section[], { pages, nested }: Made): Assembly['madeOf'] {
  const sizes = new Map<number, number>();
  for (const { way } of text) sizes.set(way.pages, (sizes.get(way.pages) ?? 0) + 1);
  if (nested && sizes.size === 1 && sizes.has(4)) return { said: `${pages} pages ÷ 4 a sheet`, all: true };
  const terms = [...sizes].map(([size, n]) => `${n} × ${size}`);
  return { said: `${pages} pages: ${terms.join(' + ')}`, all: false };
}
