import type { Docket } from '../docket';
import { WORK_STYLES, type Ground, type LaidSheet, type Layout, type Surface } from './layout';
import { trappingOf } from './trapping';
import { closing, DECLARATION, element, opening, type Writing } from './write';

/** The namespace of JDF 1 (CIP4, JDF 1.3 to 1.8). */
const NAMESPACE = 'http://www.CIP4.org/JDFSchema_1_1';

const SIDES = { front: 'Front', back: 'Back' } as const;
const parameter = (id: string): Record<string, string> => ({ ID: id, Class: 'Parameter', Status: 'Available' });

/** Writes a layout as a JDF node of imposition: its pages, its Layout by sheet and side, its media. In pieces, in order. */
export function* jdfOf(layout: Layout): Generator<string> {
  const { docket, count } = layout;
  const trapping = trappingOf(docket);
  yield DECLARATION;
  yield opening({
    name: 'JDF',
    attributes: {
      xmlns: NAMESPACE,
      ID: 'Imposition',
      ...(trapping ? { Type: 'ProcessGroup', Types: 'Imposition Trapping' } : { Type: 'Imposition' }),
      Version: '1.5',
      Status: 'Waiting',
      JobID: docket.order?.number ?? docket.title,
      JobPartID: 'Imposition',
      DescriptiveName: docket.title,
    },
  });
  yield opening({ name: 'ResourcePool' });
  yield* resources(layout);
  if (trapping)
    yield element({
      name: 'TrappingDetails',
      attributes: { ...parameter('Traps'), DefaultTrapping: 'true', Trapping: 'true' },
      children: [trapping],
    });
  yield opening({
    name: 'Layout',
    attributes: { ...parameter('Layout'), PartIDKeys: 'SheetName Side', MaxOrd: lastOrd(layout) },
  });
  for (let i = 0; i < count; i++) yield* sheet(layout.at(i), layout);
  yield closing('Layout');
  yield closing('ResourcePool');
  yield element({
    name: 'ResourceLinkPool',
    children: [
      { name: 'RunListLink', attributes: { rRef: 'Pages', Usage: 'Input', ProcessUsage: 'Document' } },
      { name: 'LayoutLink', attributes: { rRef: 'Layout', Usage: 'Input' } },
      ...(trapping ? [{ name: 'TrappingDetailsLink', attributes: { rRef: 'Traps', Usage: 'Input' } }] : []),
      ...layout.grounds.map(({ id }) => ({ name: 'MediaLink', attributes: { rRef: `Paper${id}`, Usage: 'Input' } })),
      { name: 'RunListLink', attributes: { rRef: 'Imposed', Usage: 'Output' } },
    ],
  });
  yield closing('JDF');
}

/** Pages in all: what `Ord` stays below. */
const lastOrd = ({ runs }: Layout): number => runs.reduce((sum, r) => sum + r.pages, 0);

function* resources(layout: Layout): Generator<string> {
  const { docket, runs } = layout;
  yield* people(docket);
  yield element({
    name: 'RunList',
    attributes: { ...parameter('Pages'), PartIDKeys: 'Run' },
    children: runs.map((r) => ({
      name: 'RunList',
      attributes: { Run: r.id, NPage: r.pages, Pages: `0 ~ ${Math.max(0, r.pages - 1)}` },
      children: [
        {
          name: 'LayoutElement',
          children: [
            { name: 'FileSpec', attributes: { URL: encodeURIComponent(r.name), MimeType: 'application/pdf' } },
          ],
        },
      ],
    })),
  });
  yield element({ name: 'RunList', attributes: { ...parameter('Imposed'), Status: 'Unavailable' } });
  for (const ground of layout.grounds) yield* groundOf(ground);
  yield* sheetsMade(layout);
  const { inks } = docket.sheet;
  if (inks)
    yield element({
      name: 'ColorantControl',
      attributes: { ...parameter('Inks'), PartIDKeys: 'Side', ProcessColorModel: 'DeviceCMYK' },
      children: (['front', 'back'] as const).map((side) => ({
        name: 'ColorantControl',
        attributes: { Side: SIDES[side] },
        children: [
          {
            name: 'ColorantOrder',
            children: inks[side].map((name) => ({ name: 'SeparationSpec', attributes: { Name: name } })),
          },
        ],
      })),
    });
}

function* people({ customer, due }: Docket): Generator<string> {
  if (customer !== null)
    yield element({
      name: 'CustomerInfo',
      attributes: parameter('Customer'),
      children: [
        {
          name: 'Contact',
          attributes: { ContactTypes: 'Customer' },
          children: [{ name: 'Company', attributes: { OrganizationName: customer } }],
        },
      ],
    });
  if (due !== null)
    yield element({ name: 'NodeInfo', attributes: { ...parameter('Dates'), LastEnd: `${due}T12:00:00Z` } });
}

/** A paper, its plate where there is one, and where it lies on it: the layout is measured on the plate (TransferCurvePool). */
function* groundOf({ id, paper, plate, paperAt }: Ground): Generator<string> {
  const consumable = { Class: 'Consumable', Status: 'Available' };
  yield element({ name: 'Media', attributes: { ID: `Paper${id}`, ...consumable, MediaType: 'Paper', ...paper } });
  if (plate === null) return;
  yield element({
    name: 'Media',
    attributes: { ID: `Plate${id}`, ...consumable, MediaType: 'Plate', Dimension: plate },
  });
  yield element({
    name: 'TransferCurvePool',
    attributes: parameter(`Coordinates${id}`),
    children: [
      { name: 'TransferCurveSet', attributes: { Name: 'Plate', CTM: '1 0 0 1 0 0' } },
      { name: 'TransferCurveSet', attributes: { Name: 'Paper', CTM: `1 0 0 1 ${paperAt}` } },
    ],
  });
}

/** What comes off the press, sheet by sheet with its run. */
function* sheetsMade({ count, at }: Layout): Generator<string> {
  const made = { ID: 'Sheets', Class: 'Quantity', Status: 'Unavailable', PartIDKeys: 'SheetName' };
  yield opening({ name: 'Component', attributes: made });
  for (let i = 0; i < count; i++) {
    const { name, prints } = at(i);
    yield element({ name: 'Component', attributes: { SheetName: name, Amount: prints } });
  }
  yield closing('Component');
}

function* sheet(it: LaidSheet, { grounds }: Layout): Generator<string> {
  yield opening({
    name: 'Layout',
    attributes: { SheetName: it.name, SourceWorkStyle: WORK_STYLES[it.work], SurfaceContentsBox: it.contents },
  });
  yield element({ name: 'MediaRef', attributes: { rRef: `Paper${it.ground}` } });
  const { plate } = grounds[it.ground - 1]!;
  if (plate !== null) {
    yield element({ name: 'MediaRef', attributes: { rRef: `Plate${it.ground}` } });
    yield element({ name: 'TransferCurvePoolRef', attributes: { rRef: `Coordinates${it.ground}` } });
  }
  for (const surface of it.surfaces)
    yield element({ name: 'Layout', attributes: { Side: SIDES[surface.side] }, children: objects(surface) });
  yield closing('Layout');
}

const objects = ({ placed, marks }: Surface): Writing[] => [
  // a place that is open has no Ord: JDF has none without one
  ...placed.flatMap((p) =>
    p.ord === null
      ? []
      : [
          {
            name: 'ContentObject',
            attributes: {
              DescriptiveName: p.id,
              Ord: p.ord,
              CTM: p.ctm ?? undefined,
              TrimCTM: p.trimCtm,
              TrimSize: p.trimSize,
              ClipBox: p.clip,
            },
          },
        ],
  ),
  ...marks.map((m) => ({
    name: 'MarkObject',
    children: [
      m.kind === 'register'
        ? { name: 'RegisterMark', attributes: { Center: m.centre, MarkType: 'Circle Cross' } }
        : { name: 'ColorControlStrip', attributes: { Center: m.centre, Size: m.size } },
    ],
  })),
];
