import { dueDay, type MadeUp } from './made-up';

/** The tickets of an order system, written by itself: what reads them has no hand in it. */

export const FORMATS = ['xjdf', 'jdf', 'csv', 'json'] as const;
export type Format = (typeof FORMATS)[number];

const points = (mm: number): string => ((mm * 72) / 25.4).toFixed(3);
const safe = (text: string): string => text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);
const PRODUCTS = { flat: 'Flyer', bound: 'Booklet', poster: 'Poster' } as const;

function xjdf(o: MadeUp, now: Date): string {
  const products = o.runs.map(
    (amount) => `
  <Product IsRoot="true" Amount="${amount}" ProductType="${PRODUCTS[o.kind]}" DescriptiveName="${safe(o.title)}">
   <Intent Name="LayoutIntent"><LayoutIntent FinishedDimensions="${points(o.width)} ${points(o.height)} 0" Sides="${o.sides === 1 ? 'OneSided' : 'TwoSidedHeadToHead'}"/></Intent>
   <Intent Name="ColorIntent"><ColorIntent><SurfaceColor Surface="Front" ColorsUsed="${o.front.join(' ')}"/><SurfaceColor Surface="Back" ColorsUsed="${o.back.join(' ')}"/></ColorIntent></Intent>
  </Product>`,
  );
  return `<?xml version="1.0" encoding="UTF-8"?>
<XJDF xmlns="http://www.CIP4.org/JDFSchema_2_0" Version="2.1" JobID="${safe(o.number)}" DescriptiveName="${safe(o.title)}" Types="Product">
 <ProductList>${products.join('')}
 </ProductList>
 <ResourceSet Name="Contact"><Resource><Part ContactType="Customer"/><Contact><Company OrganizationName="${safe(o.customer)}"/></Contact></Resource></ResourceSet>
 <ResourceSet Name="NodeInfo"><Resource><NodeInfo LastEnd="${dueDay(o, now)}T16:00:00Z"/></Resource></ResourceSet>
 <ResourceSet Name="Device"><Resource><Device DescriptiveName="${safe(o.press)}"/></Resource></ResourceSet>
 <ResourceSet Name="RunList"><Resource><RunList NPage="${o.pages}"><FileSpec URL="${encodeURIComponent(o.artwork)}"/></RunList></Resource></ResourceSet>
</XJDF>
`;
}

function jdf(o: MadeUp, now: Date): string {
  const inks = (side: string, names: readonly string[]): string =>
    `<ColorIntent Class="Intent" Side="${side}"><ColorsUsed>${names.map((n) => `<SeparationSpec Name="${n}"/>`).join('')}</ColorsUsed></ColorIntent>`;
  return `<?xml version="1.0" encoding="UTF-8"?>
<JDF xmlns="http://www.CIP4.org/JDFSchema_1_1" ID="J1" Type="Product" Version="1.5" Status="Waiting" JobID="${safe(o.number)}" DescriptiveName="${safe(o.title)}">
 <ResourcePool>
  <LayoutIntent ID="L1" Class="Intent" Status="Available"><FinishedDimensions DataType="ShapeSpan" Preferred="${points(o.width)} ${points(o.height)} 0"/><Sides DataType="EnumerationSpan" Preferred="${o.sides === 1 ? 'OneSided' : 'TwoSidedHeadToHead'}"/><ProductType DataType="StringSpan" Preferred="${PRODUCTS[o.kind]}"/></LayoutIntent>
  ${inks('Front', o.front)}${inks('Back', o.back)}
  <CustomerInfo ID="C1" Class="Parameter" Status="Available"><Contact ContactTypes="Customer"><Company OrganizationName="${safe(o.customer)}"/></Contact></CustomerInfo>
  <NodeInfo ID="N1" Class="Parameter" Status="Available" LastEnd="${dueDay(o, now)}T16:00:00Z"/>
  <Device ID="D1" Class="Implementation" Status="Available" DescriptiveName="${safe(o.press)}"/>
  <RunList ID="R1" Class="Parameter" Status="Available" NPage="${o.pages}"><LayoutElement><FileSpec URL="${encodeURIComponent(o.artwork)}"/></LayoutElement></RunList>
  ${o.runs.map((_, i) => `<Component ID="P${i}" Class="Quantity" Status="Unavailable"/>`).join('')}
 </ResourcePool>
 <ResourceLinkPool>${o.runs.map((amount, i) => `<ComponentLink rRef="P${i}" Usage="Output" Amount="${amount}"/>`).join('')}</ResourceLinkPool>
</JDF>
`;
}

/** Inks as they are counted; what is no process ink is named. */
const counted = (names: readonly string[]): string =>
  names.length === 4 ? '4' : names.length === 0 ? '0' : names.join(' + ');

function csv(o: MadeUp, now: Date): string {
  const head = 'number;title;customer;due;kind;copies;width;height;sides;pages;inks;machine;artwork';
  const rows = o.runs.map((copies) =>
    [
      o.number,
      o.title,
      o.customer,
      dueDay(o, now),
      o.kind,
      copies,
      o.width,
      o.height,
      o.sides,
      o.pages,
      `${counted(o.front)}/${counted(o.back)}`,
      o.press,
      o.artwork,
    ].join(';'),
  );
  return [head, ...rows, ''].join('\r\n');
}

function json(o: MadeUp, now: Date): string {
  const [first] = o.runs;
  return JSON.stringify({
    number: o.number,
    title: o.title,
    customer: o.customer,
    due: dueDay(o, now),
    kind: o.kind,
    ...(o.runs.length > 1 ? { runs: o.runs } : { copies: first }),
    finished: { width: o.width, height: o.height },
    sides: o.sides === 1 ? 'one' : 'two',
    pages: o.pages,
    inks: { front: o.front, back: o.back },
    machine: o.press,
    artwork: o.artwork,
  });
}

const WRITE = {
  xjdf: { type: 'application/vnd.cip4-xjdf+xml', write: xjdf },
  jdf: { type: 'application/vnd.cip4-jdf+xml', write: jdf },
  csv: { type: 'text/csv', write: csv },
  json: { type: 'application/json', write: json },
} as const;

/** An order as a ticket. */
export const ticketOf = (o: MadeUp, as: Format, now: Date): { readonly type: string; readonly text: string } => ({
  type: WRITE[as].type,
  text: WRITE[as].write(o, now),
});
