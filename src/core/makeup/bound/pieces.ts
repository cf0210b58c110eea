import type { BoundProduct } from '../../docket';
import type { Way } from '../../fold';
import { rulesOf } from './bindings';
import { asSpread, coverShape } from './cover-shape';
import { foldedShape, sectionShape, tabShape, type SectionShape } from './section-shape';
import type { Section, SectionPlanned } from './section';
import type { Spine } from './spine';
import { collatingStep, namePlace, namesSections, tabWords } from './written';

/**
 * For every section a key: sections of the same key are shaped and lie alike. Most are like the one before, and share
 * its key without making it again.
 */
export function keysOf(sections: readonly SectionPlanned[]): string[] {
  const ways = new Map<Way, string>();
  const wayKey = (way: Way): string => {
    let key = ways.get(way);
    if (key === undefined) ways.set(way, (key = way.id === 'own' ? JSON.stringify(way) : way.id));
    return key;
  };
  let before: SectionPlanned | null = null;
  let key = '';
  return sections.map((s) => {
    const { kind, spread, printed, way, stock, machine } = s;
    const same =
      before !== null &&
      before.way === way &&
      before.stock === stock &&
      before.machine === machine &&
      before.kind === kind &&
      before.printed === printed &&
      before.spread === spread;
    if (!same) key = `${kind} ${spread ? 'spread ' : ''}${printed} ${wayKey(way)} ${stock.id} ${machine.id}`;
    before = s;
    return key;
  });
}

/** What of a book its pieces depend on. */
export interface Made {
  readonly spine: Spine | null;
  readonly pages: number;
  readonly nested: boolean;
  /** Whether it is folded and not trimmed. */
  readonly untrimmed: boolean;
}

/**
 * A book's cover and the sections of its text as pieces, in running order; text is numbered from 1. A cover whose artwork
 * is one spread shows it on places of its own, behind those of the book.
 */
export function asPieces(
  product: BoundProduct,
  cover: SectionPlanned | null,
  text: readonly SectionPlanned[],
  { spine, pages, nested, untrimmed }: Made,
): Section[] {
  const planned = cover ? [cover, ...text] : text;
  const keys = keysOf(planned);
  const shapes = new Map<string, SectionShape>();
  const deeper = cover && nested ? 1 : 0;
  const named = namesSections(planned, nested);
  const place = named ? namePlace(product) : null;
  const first = cover ? 0 : 1;
  return planned.map((s, id): Section => {
    const { kind, way, stock, machine, places, printed, strangers, spread, tab } = s;
    const order = id + first;
    const isText = kind === 'text';
    let shape = shapes.get(keys[id]!);
    if (!shape) shapes.set(keys[id]!, (shape = shapeFor(product, s, spine, untrimmed)));
    return {
      kind,
      way,
      stock,
      machine,
      places: spread ? [pages + 1, pages + 2] : places,
      depth: s.depth + (s === cover ? 0 : deeper),
      printed,
      strangers,
      spread,
      tab,
      id,
      order,
      noun: isText ? 'section' : kind,
      number: isText ? order : null,
      named: named || kind === 'cover',
      step: collatingStep(product, s, order),
      namePlace: isText ? place : null,
      words: tab ? tabWords(product, s, shape) : NONE,
      shape,
      reading: places,
      wanted: product.copies,
    };
  });
}

const NONE: readonly never[] = [];

function shapeFor(
  product: BoundProduct,
  section: SectionPlanned,
  spine: Spine | null,
  untrimmed: boolean,
): SectionShape {
  const { cover, binding, bound } = product;
  if (section.kind === 'tab') return tabShape(product);
  if (section.kind === 'cover' && cover.kind === 'separate' && rulesOf(binding).cover === 'wrapped') {
    const shape = coverShape(product, spine?.width ?? 0, cover.flaps, cover.hinge);
    return section.spread ? asSpread(shape, bound) : shape;
  }
  return untrimmed ? foldedShape(product, section.way, section.stock) : sectionShape(product, section.way);
}
