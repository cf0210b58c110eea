import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readOrders, textOf, TicketError } from '.';

const XJDF = (inside: string, attributes = 'JobID="26-118"') =>
  `<?xml version="1.0"?><XJDF xmlns="http://www.CIP4.org/JDFSchema_2_0" ${attributes}>${inside}</XJDF>`;
const refused = (text: string): string => {
  try {
    readOrders(text);
  } catch (e) {
    if (e instanceof TicketError) return e.message;
    throw e;
  }
  throw new Error('It was read.');
};

describe('an XJDF ticket', () => {
  it('gives the facts of its product, its customer, its media and its inks', () => {
    const text = XJDF(
      `<ProductList><Product Amount="500" ProductType="Poster" IsRoot="true">
         <Intent Name="LayoutIntent"><LayoutIntent FinishedDimensions="992.126 1417.323 0" Sides="OneSided"/></Intent>
         <Intent Name="ColorIntent"><ColorIntent>
           <SurfaceColor Surface="Front" ColorsUsed="Cyan Magenta Yellow Black Old_gold"/><SurfaceColor Surface="Back" ColorsUsed=""/>
         </ColorIntent></Intent>
         <Intent Name="MediaIntent"><MediaIntent MediaQuality="Silk 135" Weight="135"/></Intent>
       </Product></ProductList>
       <ResourceSet Name="Contact"><Resource><Contact><Company OrganizationName="Harbour office"/></Contact></Resource></ResourceSet>
       <ResourceSet Name="NodeInfo"><Resource><NodeInfo LastEnd="2026-12-04T17:00:00Z"/></Resource></ResourceSet>
       <ResourceSet Name="Media"><Resource><Media MediaType="Paper" Dimension="2040.945 1474.016"/></Resource>
         <Resource><Media MediaType="Plate" Dimension="2919.685 2239.37"/></Resource></ResourceSet>
       <ResourceSet Name="Color"><Resource><Part Separation="Old_gold"/><Color ActualColorName="Old gold matt"/></Resource></ResourceSet>
       <ResourceSet Name="RunList"><Resource><RunList NPage="7"><FileSpec URL="file:///in/harbour%20notices.pdf"/></RunList></Resource></ResourceSet>`,
      'JobID="26-118" DescriptiveName="Harbour notices"',
    );
    // 992.126 pt = 350 mm, 1417.323 pt = 500 mm, 2919.685 × 2239.37 pt = 1,030 × 790 mm
    expect(readOrders(text)).toEqual([
      {
        number: '26-118',
        title: 'Harbour notices',
        customer: 'Harbour office',
        due: '2026-12-04',
        kind: 'poster',
        copies: 500,
        finished: { width: 350, height: 500 },
        sides: 'one',
        pages: 7,
        stock: 'Silk 135',
        grammage: 135,
        paper: { width: 720, height: 520 },
        plate: { width: 1030, height: 790 },
        inks: { front: ['Cyan', 'Magenta', 'Yellow', 'Black', 'Old gold matt'], back: [] },
        artwork: 'harbour notices.pdf',
      },
    ]);
  });

  it('reads letters that are written as numbers', () => {
    const named = (title: string) => readOrders(XJDF('', `JobID="1" DescriptiveName="${title}"`))[0]!.title;
    expect(named('M&#252;ller &amp; S&#xf6;hne &lt;1&gt;')).toBe('Müller & Söhne <1>');
  });

  it('makes a run of each of several products', () => {
    const products = [300, 200, 300].map((n) => `<Product IsRoot="true" Amount="${n}"/>`).join('');
    expect(readOrders(XJDF(`<ProductList>${products}<Product IsRoot="false" Amount="9"/></ProductList>`))).toEqual([
      { number: '26-118', copies: 300, runs: [300, 200, 300] },
    ]);
  });

  it('takes sizes in whole points for the named ones, lying as they are written', () => {
    const size = (points: string) =>
      readOrders(XJDF(`<Product><Intent><LayoutIntent FinishedDimensions="${points}"/></Intent></Product>`))[0]!
        .finished;
    expect(size('595 842 0')).toEqual({ width: 210, height: 297 });
    expect(size('842 595')).toEqual({ width: 297, height: 210 });
    expect(size('612 792')).toEqual({ width: 8.5 * 25.4, height: 11 * 25.4 });
    // 2 pt beside A4 is no A4
    expect(size('597 842')).toEqual({ width: 210.61, height: 297.04 });
  });
});

describe('a JDF ticket', () => {
  it('gives the facts of its intents', () => {
    const text = `<JDF xmlns="http://www.CIP4.org/JDFSchema_1_1" ID="n1" Type="Product" JobID="J7" DescriptiveName="Tides">
      <ResourcePool>
        <LayoutIntent><FinishedDimensions DataType="ShapeSpan" Preferred="419.528 595.276 0"/><Sides Preferred="TwoSidedHeadToHead"/><Pages Preferred="16"/></LayoutIntent>
        <BindingIntent><BindingType Preferred="SaddleStitch"/></BindingIntent>
        <ColorIntent Side="Front"><ColorsUsed><SeparationSpec Name="Cyan"/><SeparationSpec Name="Black"/></ColorsUsed></ColorIntent>
        <ColorIntent Side="Back"><ColorsUsed><SeparationSpec Name="Black"/></ColorsUsed></ColorIntent>
        <MediaIntent><StockBrand Actual="Bond 90" Preferred="Bond 80"/><Weight Preferred="90"/></MediaIntent>
        <CustomerInfo CustomerID="C4"/><NodeInfo LastEnd="2027-01-15"/>
        <Component ID="c"/>
      </ResourcePool>
      <ResourceLinkPool><ComponentLink rRef="c" Usage="Output" Amount="1200"/></ResourceLinkPool></JDF>`;
    expect(readOrders(text)).toEqual([
      {
        number: 'J7',
        title: 'Tides',
        customer: 'C4',
        due: '2027-01-15',
        kind: 'bound',
        copies: 1200,
        finished: { width: 148, height: 210 },
        sides: 'two',
        pages: 16,
        stock: 'Bond 90',
        grammage: 90,
        inks: { front: ['Cyan', 'Black'], back: ['Black'] },
      },
    ]);
  });
});

describe('what a ticket says besides', () => {
  it('is kept, entry by entry, and what was read is not said again', () => {
    const [order] = readOrders(
      XJDF(`<ProductList>
        <Product IsRoot="true" ID="p1" Amount="300" ProductType="Poster"><Intent Name="ColorIntent">
          <ColorIntent Coatings="Glossy"><SurfaceColor Surface="Front" ColorsUsed="Black" CoverageType="Heavy"/></ColorIntent></Intent>
          <Intent Name="LayoutIntent"><LayoutIntent FinishedDimensions="595 842 0" Sides="OneSided"/></Intent>
          <Intent Name="HoleMakingIntent"><HoleMakingIntent HolePattern="R2-generic"/></Intent></Product>
        <Product IsRoot="true" ID="p2" Amount="300" ProductType="Poster">
          <Intent Name="LayoutIntent"><LayoutIntent FinishedDimensions="612 792 0" Sides="OneSided"/></Intent></Product></ProductList>
        <ResourceSet Name="CustomerInfo"><Resource><CustomerInfo CustomerID="C1" CustomerOrderID="X 9"/></Resource></ResourceSet>
        <AuditPool><Created Author="nobody"/></AuditPool>
        <Comment Text="By the\n side door" Type="DeliveryInstruction"/>`),
    );
    expect(order).toMatchObject({ copies: 300, customer: 'C1', note: expect.stringContaining('side door') as string });
    expect(order!.more).toEqual([
      'ColorIntent Coatings: Glossy',
      'ColorIntent SurfaceColor CoverageType: Heavy',
      'HoleMakingIntent HolePattern: R2-generic',
      // the second product is of another size
      'LayoutIntent FinishedDimensions: 612 792 0',
      'Comment Type: DeliveryInstruction',
    ]);
  });

  it('is of JDF what was agreed on, else what is wished for', () => {
    const [order] = readOrders(`<JDF JobID="J8"><ResourcePool>
      <ColorIntent><Coatings Preferred="Matte" Actual="Glossy"/></ColorIntent>
      <FoldingIntent><FoldingCatalog Preferred="F6-2"/></FoldingIntent></ResourcePool></JDF>`);
    expect(order!.more).toEqual(['ColorIntent Coatings: Glossy', 'FoldingIntent FoldingCatalog: F6-2']);
  });

  it('is no more than a person goes through, and no longer', () => {
    const long = 'x'.repeat(2000);
    const many = Array.from({ length: 300 }, (_, i) => `<Comment Name="n${i}" Language="${long}"/>`).join('');
    const [order] = readOrders(XJDF(many));
    expect(order!.more).toHaveLength(100);
    expect(order!.more!.every((m) => m.length <= 300)).toBe(true);
  });
});

describe('orders in rows', () => {
  it('are read by the names of their columns, several of one number as its forms', () => {
    const text =
      'Number;Title;Copies;Width;Height;Inks;Paper width;Paper height\r\n' +
      'A1;Cards;250;85 mm;55;4 + Gold/1;;\r\nB2;Notices;300;350;500;4/0;720;520\r\nB2;Notices;200;350;500;4/0;720;520\r\n';
    expect(readOrders(text)).toEqual([
      {
        number: 'A1',
        title: 'Cards',
        copies: 250,
        finished: { width: 85, height: 55 },
        inks: { front: ['Cyan', 'Magenta', 'Yellow', 'Black', 'Gold'], back: ['Black'] },
      },
      {
        number: 'B2',
        title: 'Notices',
        copies: 300,
        runs: [300, 200],
        finished: { width: 350, height: 500 },
        paper: { width: 720, height: 520 },
        inks: { front: ['Cyan', 'Magenta', 'Yellow', 'Black'], back: [] },
      },
    ]);
  });

  it.each([
    ['number,colour\n1,red', 'There is no column “colour”. The columns are: number, title'],
    ['number,copies\n1,many', 'Row 2: copies says “many”'],
    ['number,copies\n1,2.5', 'Row 2: copies says “2.5”'],
    ['number,width\n1,200', 'Row 2: width and height go together'],
    ['number,copies\n,5', 'Row 2: The ticket has no job number'],
    ['number,copies,title\n1,5,a\n1,6,b', 'Row 3: title is not what row 2 says of order 1'],
    ['number,copies\n1,5\n1,', 'Row 3: copies is empty'],
    ['number,inks\n1,5/0', 'Row 2: inks says “5/0”. “5” inks does not say which'],
    ['number,inks\n1,4/4/1', 'Row 2: inks says “4/4/1”'],
    ['number,inks\n1,All/0', 'An ink is no ink'],
    ['number,due\n1,31.11.2026', 'Row 2: due says “31.11.2026”'],
    ['number,due\n1,2026-02-30', 'Row 2: due says “2026-02-30”'],
    ['number,sides\n1,3', 'Row 2: sides says “3”'],
    ['number', 'There is no order under'],
  ])('says what is wrong with %j', (text, said) => {
    expect(refused(text)).toContain(said);
  });
});

describe('orders as JSON', () => {
  it('are one or a list', () => {
    expect(readOrders('{"number":"1","copies":5,"due":null}')).toEqual([{ number: '1', copies: 5 }]);
    expect(readOrders('[{"number":"1"},{"number":"2"}]').map((o) => o.number)).toEqual(['1', '2']);
  });

  it.each([
    ['{"number":"1","copies":0}', 'copies'],
    ['[{"number":"1"},{"copies":3}]', 'Order 2: The ticket has no job number'],
    ['[{"number":"1"},{"number":"1"}]', 'Order 1 is there twice'],
    ['{"number":"1","size":3}', 'size'],
    ['[3]', 'An order is an object'],
    ['[]', 'There is no order in the list'],
    ['{"number":"1"', 'not JSON'],
    [`${'['.repeat(30)}${']'.repeat(30)}`, 'nested too deeply'],
  ])('says what is wrong with %j', (text, said) => {
    expect(refused(text)).toContain(said);
  });
});

describe('what is no ticket', () => {
  it.each([
    ['', 'The ticket is empty'],
    ['<JMF/>', 'begins with JMF'],
    ['<XJDF JobID="1"><a></XJDF>', 'not well-formed'],
    ['<!DOCTYPE x [<!ENTITY a "b">]><XJDF JobID="&a;"/>', 'DOCTYPE'],
    [XJDF('', ''), 'no job number'],
    [XJDF('<Product Amount="1"/><Product IsRoot="true" Amount="-4"/>'), 'Product Amount says “-4”'],
    [XJDF('<Product><LayoutIntent FinishedDimensions="big"/></Product>'), 'takes a width and a height in points'],
    [XJDF('<Product><LayoutIntent FinishedDimensions="1 1"/></Product>'), 'finished.width'],
    [XJDF('<Product IsRoot="true" Amount="1"/><Product IsRoot="true"/>'), 'Give every one its own'],
    [`<XJDF JobID="1">${'<a>'.repeat(80)}${'</a>'.repeat(80)}</XJDF>`, 'nested too deeply'],
    ['<?xml version="1.0" encoding="x-none"?><XJDF/>', 'no job number'],
    [XJDF('<__proto__ x="1"/>'), 'The ticket cannot be read'],
    [`<XJDF JobID="1">${'<a>'.repeat(50_000)}${'</a>'.repeat(50_000)}</XJDF>`, 'Maximum nested tags'],
    [`<XJDF JobID="1">${' '.repeat(1 << 20)}</XJDF>`, 'larger than any ticket'],
    [`number,copies\n${'1,5\n'.repeat(5001)}`, 'more than 5000 rows'],
    [`[${'{"number":"1"},'.repeat(1000)}{"number":"2"}]`, 'more than 1000 orders'],
  ])('is refused: %j', (text, said) => {
    expect(refused(text)).toContain(said);
  });

  it('never fails but in words', () => {
    const piece = fc.constantFrom(
      '<XJDF ',
      'JobID="1"',
      '>',
      '</XJDF>',
      '<Product ',
      'Amount="',
      '7',
      '"/>',
      ',',
      '\n',
      'number',
      '{',
      '"',
      ':',
      ']',
      '&',
      '<![CDATA[',
      '\u0000',
      '÷',
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 20 }), (pieces) => {
        try {
          readOrders(pieces.join(''));
        } catch (e) {
          if (!(e instanceof TicketError)) throw e;
          expect(e.message).not.toBe('');
        }
      }),
      { numRuns: 500 },
    );
  });
});

it('reads the bytes of a ticket in the encoding that it has', () => {
  const utf16 = Uint8Array.from([0xff, 0xfe, ...[...'é<'].flatMap((c) => [c.charCodeAt(0), 0])]);
  expect(textOf(utf16)).toBe('é<');
  expect(textOf(new TextEncoder().encode('é;ü'))).toBe('é;ü');
  expect(textOf(Uint8Array.from([0xe9, 0x3b]))).toBe('é;');
  const latin = [...'<?xml version="1.0" encoding="ISO-8859-1"?><a b="'].map((c) => c.charCodeAt(0));
  expect(textOf(Uint8Array.from([...latin, 0xc3, 0xa9]))).toContain('b="Ã©');
  const unknown = new TextEncoder().encode('<?xml version="1.0" encoding="x-none"?><a/>');
  expect(() => textOf(unknown)).toThrow(TicketError);
});
