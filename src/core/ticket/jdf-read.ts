import type { Inks } from '../docket';
import { kindBy, type Loose } from './loose';
import { amountIn, dayIn, fileIn, sizeIn, weightIn } from './values';
import { said, within, type Element } from './xml';
import { wanted } from './xjdf-read';

/** Reads a JDF ticket (CIP4, JDF 1.3 to 1.8): its intents, its customer, its media, its files. */
export function readJdf(root: Element): Loose {
  const all = (name: string): Element[] => within(root, name);
  const media = all('Media');
  const paper = media.filter((m) => (m.attributes.MediaType ?? 'Paper') === 'Paper');
  const plates = media.filter((m) => m.attributes.MediaType === 'Plate');
  const sides = intended(all('LayoutIntent'), 'Sides') ?? said(all('LayoutIntent'), 'Sides');
  return {
    number: said([root], 'JobID'),
    title: said([root], 'DescriptiveName') ?? said(all('CustomerInfo'), 'CustomerJobName'),
    customer: said(all('Company'), 'OrganizationName') ?? said(all('CustomerInfo'), 'CustomerID'),
    due: dayIn(said(all('NodeInfo'), 'LastEnd') ?? said(all('NodeInfo'), 'End'), 'NodeInfo LastEnd'),
    kind: kindBy(
      intended(all('LayoutIntent'), 'ProductType') ?? said(all('Component'), 'ProductType'),
      intended(all('BindingIntent'), 'BindingType'),
    ),
    ...wanted(amountsOf(root)),
    finished: sizeIn(
      intended(all('LayoutIntent'), 'FinishedDimensions') ?? intended(all('LayoutIntent'), 'Dimensions'),
      'LayoutIntent FinishedDimensions',
    ),
    sides: sides === undefined ? undefined : sides === 'OneSided' ? 'one' : 'two',
    pages:
      amountIn(said(all('RunList'), 'NPage'), 'RunList NPage') ??
      amountIn(intended(all('LayoutIntent'), 'Pages'), 'LayoutIntent Pages'),
    stock: intended(all('MediaIntent'), 'StockBrand') ?? said(paper, 'Brand') ?? said(paper, 'DescriptiveName'),
    grammage: weightIn(intended(all('MediaIntent'), 'Weight') ?? said(paper, 'Weight'), 'Media Weight'),
    paper: sizeIn(said(paper, 'Dimension') ?? intended(all('MediaIntent'), 'Dimensions'), 'Media Dimension'),
    machine: said(all('Device'), 'DescriptiveName') ?? said(all('Device'), 'DeviceID'),
    plate: sizeIn(said(plates, 'Dimension'), 'Media Dimension'),
    inks: inksOf(all('ColorIntent'), sides !== 'OneSided'),
    artwork: fileIn(said(all('FileSpec'), 'URL')),
  };
}

/** What a span of an intent comes to: what was agreed on, else what is wished for (JDF 1.8, 7.1.1). */
function intended(intents: readonly Element[], span: string): string | undefined {
  const spans = intents.flatMap((i) => i.children.filter((c) => c.name === span));
  return said(spans, 'Actual') ?? said(spans, 'Preferred');
}

/** Amounts of what comes out: on the links to components, or on the components. */
function amountsOf(root: Element): (number | undefined)[] {
  const out = within(root, 'ComponentLink').filter((l) => (l.attributes.Usage ?? 'Output') === 'Output');
  const amounts = out.flatMap((l) => amountIn(l.attributes.Amount, 'ComponentLink Amount') ?? []);
  if (amounts.length > 0) return amounts;
  return within(root, 'Component').flatMap((c) => amountIn(c.attributes.Amount, 'Component Amount') ?? []);
}

const named = (intent: Element): string[] =>
  intent.children
    .filter((c) => c.name === 'ColorsUsed')
    .flatMap((c) => within(c, 'SeparationSpec').flatMap((s) => s.attributes.Name ?? []));

/** Inks by a side each, or of both where the ticket does not part them. */
function inksOf(intents: readonly Element[], bothSides: boolean): Inks | undefined {
  const parted = intents.filter((i) => i.attributes.Side !== undefined);
  if (parted.length > 0) {
    const of = (side: string): string[] => parted.filter((i) => i.attributes.Side === side).flatMap(named);
    return { front: of('Front'), back: of('Back') };
  }
  const names = intents.flatMap(named);
  return names.length > 0 ? { front: names, back: bothSides ? names : [] } : undefined;
}
