import type { Docket, FlatProduct, Product } from '../docket';
import { SIDE_NAMES } from '../sheet';
import { numbers, WORK_STYLES, type Ground, type LaidSheet, type Layout, type Surface } from './layout';
import { closing, DECLARATION, element, opening, type Writing } from './write';
import { processes, typesOf } from './xjdf-processes';
import { named, resource, set } from './xjdf-sets';

/** The namespace of XJDF 2 (CIP4, XJDF 2.1, 2.2). */
const NAMESPACE = 'http://www.CIP4.org/JDFSchema_2_0';

const SIDES = { front: 'Front', back: 'Back' } as const;

/** A separation's name as one word (NMTOKEN); what it is really called is said once beside it. */
export const token = (ink: string): string => ink.replace(/[^\p{L}\p{N}._:-]+/gu, '_');

/** Writes a layout as XJDF: what is made, of which pages, on what, and where every page lies. In pieces, in order. */
export function* xjdfOf(layout: Layout): Generator<string> {
  const { docket, runs, count } = layout;
  yield DECLARATION;
  yield opening({
    name: 'XJDF',
    attributes: {
      xmlns: NAMESPACE,
      JobID: docket.order?.number ?? docket.title,
      DescriptiveName: docket.title,
      Types: typesOf(layout),
      Version: '2.1',
    },
  });
  yield products(docket, layout.forms);
  if (docket.customer !== null)
    yield set('CustomerInfo', [resource([], 'CustomerInfo', { attributes: { CustomerID: docket.customer } })]);
  if (docket.due !== null)
    yield set('NodeInfo', [resource([], 'NodeInfo', { attributes: { LastEnd: `${docket.due}T12:00:00Z` } })]);
  yield* inks(docket);
  yield media(layout);
  yield* transfers(layout);
  yield set(
    'RunList',
    runs.map((r) =>
      resource([{ Run: r.id }], 'RunList', {
        attributes: { NPage: r.pages, Pages: `0 ${Math.max(0, r.pages - 1)}` },
        children: [{ name: 'FileSpec', attributes: { URL: encodeURIComponent(r.name), MimeType: 'application/pdf' } }],
      }),
    ),
  );
  yield opening({ name: 'ResourceSet', attributes: { Name: 'Layout', Usage: 'Input' } });
  for (let i = 0; i < count; i++) yield* sheet(layout.at(i));
  yield closing('ResourceSet');
  yield* processes(layout);
  yield opening({ name: 'ResourceSet', attributes: { Name: 'Component', Usage: 'Output' } });
  for (let i = 0; i < count; i++) {
    const { name, prints } = layout.at(i);
    yield element({
      name: 'Resource',
      children: [
        { name: 'Part', attributes: { SheetName: name } },
        { name: 'AmountPool', children: [{ name: 'PartAmount', attributes: { Amount: prints } }] },
        { name: 'Component' },
      ],
    });
  }
  yield closing('ResourceSet');
  yield closing('XJDF');
}

/** What the standard calls what is made. */
function calledIn(product: Product): string {
  switch (product.kind) {
    case 'bound':
      return 'Booklet';
    case 'poster':
      return 'Poster';
    case 'flat':
      return FLAT[product.what];
  }
}
const FLAT = {
  card: 'Card',
  ticket: 'Ticket',
  label: 'Label',
  form: 'Form',
  invitation: 'Card',
  print: 'Flyer',
} as const satisfies Record<FlatProduct['what'], string>;

const intent = (name: string, it: Omit<Writing, 'name'>): Writing => ({
  name: 'Intent',
  attributes: { Name: name },
  children: [{ name, ...it }],
});

/** What is made: one product, or one for every form where their runs differ. */
function products({ product: made, title, sheet: { inks } }: Docket, forms: number): string {
  const { width, height } = made.finished;
  const quantities = made.kind === 'flat' ? made.quantities : [];
  const runs = quantities.length > 0 ? Array.from({ length: forms }, (_, i) => i + 1) : [0];
  const sides = made.kind === 'bound' || (made.kind === 'flat' && made.sides === 'two');
  return element({
    name: 'ProductList',
    children: runs.map((piece) => ({
      name: 'Product',
      attributes: {
        ID: `P${Math.max(1, piece)}`,
        Amount: quantities.find((q) => q.piece === piece)?.copies ?? made.copies,
        DescriptiveName: title,
        IsRoot: 'true',
        ProductType: calledIn(made),
      },
      children: [
        intent('LayoutIntent', {
          attributes: {
            FinishedDimensions: numbers(width, height, 0),
            Sides: sides ? 'TwoSidedHeadToHead' : 'OneSided',
          },
        }),
        ...(inks
          ? [
              intent('ColorIntent', {
                children: SIDE_NAMES.map((side) => ({
                  name: 'SurfaceColor',
                  attributes: { Surface: SIDES[side], ColorsUsed: inks[side].map(token).join(' ') },
                })),
              }),
            ]
          : []),
      ],
    })),
  });
}

function* inks({ sheet }: Docket): Generator<string> {
  const { inks } = sheet;
  if (!inks) return;
  const names = [...new Set([...inks.front, ...inks.back])];
  yield set(
    'Color',
    names.map((name) => resource([{ Separation: token(name) }], 'Color', { attributes: { ActualColorName: name } })),
  );
  yield set(
    'ColorantControl',
    SIDE_NAMES.map((side) =>
      resource([{ Side: SIDES[side] }], 'ColorantControl', {
        attributes: { ProcessColorModel: 'DeviceCMYK', ColorantOrder: inks[side].map(token).join(' ') },
      }),
    ),
  );
}

/** Which sheets something holds for: nothing where it holds for all. */
const partsOf = ({ grounds }: Layout, { sheets }: Ground): Record<string, string>[] =>
  grounds.length === 1 ? [] : named(sheets);

/** The papers, and the plates where there are any, each for its sheets. */
const media = (layout: Layout): string =>
  set(
    'Media',
    layout.grounds.flatMap((ground) => {
      const parts = partsOf(layout, ground);
      const { paper, plate } = ground;
      return [
        resource(parts, 'Media', { attributes: { MediaType: 'Paper', ...paper } }),
        ...(plate === null ? [] : [resource(parts, 'Media', { attributes: { MediaType: 'Plate', Dimension: plate } })]),
      ];
    }),
  );

/** Where the paper lies on its plate: the layout is measured on the plate. */
function* transfers(layout: Layout): Generator<string> {
  const plated = layout.grounds.filter((g) => g.plate !== null);
  if (plated.length === 0) return;
  yield set(
    'TransferCurve',
    plated.flatMap((ground) => {
      const parts = partsOf(layout, ground);
      const named = (name: string): Record<string, string>[] =>
        parts.length === 0 ? [{ TransferCurveName: name }] : parts.map((p) => ({ ...p, TransferCurveName: name }));
      return [
        resource(named('Plate'), 'TransferCurve', { attributes: { CTM: '1 0 0 1 0 0' } }),
        resource(named('Paper'), 'TransferCurve', { attributes: { CTM: `1 0 0 1 ${ground.paperAt}` } }),
      ];
    }),
  );
}

function* sheet(it: LaidSheet): Generator<string> {
  for (const surface of it.surfaces)
    yield element(
      resource([{ SheetName: it.name, Side: SIDES[surface.side] }], 'Layout', {
        attributes: {
          WorkStyle: WORK_STYLES[it.work],
          SurfaceContentsBox: it.contents,
        },
        children: objects(surface),
      }),
    );
}

const objects = ({ placed, marks }: Surface): Writing[] => [
  ...placed.map((p) => ({
    name: 'PlacedObject',
    attributes: {
      ID: p.id,
      Ord: p.ord ?? undefined,
      CTM: p.ctm ?? undefined,
      TrimCTM: p.trimCtm,
      TrimSize: p.trimSize,
      ClipBox: p.clip,
    },
    children: [{ name: 'ContentObject' }],
  })),
  ...marks.map((m) => ({
    name: 'PlacedObject',
    children: [
      {
        name: 'MarkObject',
        children: [
          m.kind === 'register'
            ? { name: 'RegisterMark', attributes: { Center: m.centre, MarkType: 'Circle Cross' } }
            : { name: 'ColorControlStrip', attributes: { Center: m.centre, Size: m.size } },
        ],
      },
    ],
  })),
];
