import type { Inks, OrderFacts } from '../docket';
import { TicketError } from './error';
import { kindBy, type Loose } from './loose';
import { amountIn, dayIn, fileIn, sizeIn, weightIn } from './values';
import { said, within, type Element } from './xml';

/** Reads an XJDF ticket (CIP4, XJDF 2.1): its products with their intents, its customer, its media, its files. */
export function readXjdf(root: Element): Loose {
  const products = rootProducts(root);
  const [product] = products;
  const intents = product ? [product] : [root];
  const intent = (name: string): Element[] => intents.flatMap((p) => within(p, name));
  const amounts = products.map((p) => amountIn(said([p], 'Amount'), 'Product Amount'));
  const layout = intent('LayoutIntent');
  const media = intent('MediaIntent');
  const paper = within(root, 'Media').filter((m) => (m.attributes.MediaType ?? 'Paper') === 'Paper');
  const plates = within(root, 'Media').filter((m) => m.attributes.MediaType === 'Plate');
  const sides = said(layout, 'Sides');
  return {
    number: said([root], 'JobID'),
    title: said([root], 'DescriptiveName') ?? said(products, 'DescriptiveName'),
    customer: said(within(root, 'Company'), 'OrganizationName') ?? said(within(root, 'CustomerInfo'), 'CustomerID'),
    due: dayIn(said(within(root, 'NodeInfo'), 'LastEnd') ?? said(within(root, 'NodeInfo'), 'End'), 'NodeInfo LastEnd'),
    kind: kindBy(said(products, 'ProductType'), said(intent('BindingIntent'), 'BindingType')),
    ...wanted(amounts),
    finished: sizeIn(
      said(layout, 'FinishedDimensions') ?? said(layout, 'Dimensions'),
      'LayoutIntent FinishedDimensions',
    ),
    sides: sides === undefined ? undefined : sides === 'OneSided' ? 'one' : 'two',
    pages:
      amountIn(said(within(root, 'RunList'), 'NPage'), 'RunList NPage') ??
      (products.length > 1 ? undefined : amountIn(said(layout, 'Pages'), 'LayoutIntent Pages')),
    stock: said(media, 'MediaQuality') ?? said(paper, 'Brand') ?? said(paper, 'DescriptiveName'),
    grammage: weightIn(said(media, 'Weight') ?? said(paper, 'Weight'), 'Media Weight'),
    paper: sizeIn(said(paper, 'Dimension'), 'Media Dimension'),
    machine: said(within(root, 'Device'), 'DescriptiveName') ?? said(within(root, 'Device'), 'DeviceID'),
    plate: sizeIn(said(plates, 'Dimension'), 'Media Dimension'),
    inks: inksOf(root, intent('ColorIntent')),
    artwork: fileIn(said(within(root, 'FileSpec'), 'URL')),
    note: said(within(root, 'Comment'), 'Text'),
  };
}

/** The products that are delivered, not what they are made of: several are as many forms of one job. */
function rootProducts(root: Element): Element[] {
  const all = within(root, 'Product');
  const roots = all.filter((p) => p.attributes.IsRoot === 'true');
  return roots.length > 0 ? roots : all.slice(0, 1);
}

/** Amounts of one product or more: copies, or a run each where they differ. */
export function wanted(amounts: readonly (number | undefined)[]): Pick<OrderFacts, 'copies' | 'runs'> {
  const known = amounts.filter((a) => a !== undefined);
  if (known.length === 0) return {};
  if (known.length !== amounts.length)
    throw new TicketError('Some of the products say an Amount and some do not. Give every one its own.');
  if (known.every((a) => a === known[0])) return { copies: known[0]! };
  return { copies: Math.max(...known), runs: known };
}

/** Inks by what a surface's colours are called; the names of separations are looked up where the ticket says them. */
function inksOf(root: Element, intents: readonly Element[]): Inks | undefined {
  const surfaces = intents.flatMap((i) => within(i, 'SurfaceColor'));
  if (surfaces.length === 0) return undefined;
  const called = new Map(
    within(root, 'Resource').flatMap((r): [string, string][] => {
      const separation = said(within(r, 'Part'), 'Separation');
      const name = said(within(r, 'Color'), 'ActualColorName');
      return separation && name ? [[separation, name]] : [];
    }),
  );
  const of = (side: 'Front' | 'Back'): string[] =>
    surfaces
      .filter((s) => [side, 'Both'].includes(s.attributes.Surface ?? 'Both'))
      .flatMap((s) => (s.attributes.ColorsUsed ?? '').split(/\s+/))
      .filter((name) => name !== '')
      // a separation is called by one word (NMTOKEN): spaces of a name are written as underscores
      .map((name) => called.get(name) ?? name.replaceAll('_', ' '));
  return { front: of('Front'), back: of('Back') };
}
