/** Files as they should not be, made by kind and seed: for tests and for the trial that runs hundreds of them. */
import { deflateSync } from 'node:zlib';

/** What may become of a file: taken and imposed, or refused in words; some kinds must be the one or the other. */
export type Fate = 'taken' | 'refused' | 'either';

export interface Hostile {
  readonly kind: string;
  readonly fate: Fate;
  readonly ext: 'pdf' | 'png' | 'jpg' | 'tif';
  readonly make: (random: Random) => Buffer;
}

/** Numbers that look like chance and are the same each time (mulberry32). */
export class Random {
  constructor(private state: number) {}
  next(): number {
    this.state = (this.state + 0x6d2b79f5) | 0;
    let t = Math.imul(this.state ^ (this.state >>> 15), 1 | this.state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  }
  int(from: number, to: number): number {
    return from + Math.floor(this.next() * (to - from + 1));
  }
  pick<T>(list: readonly T[]): T {
    return list[this.int(0, list.length - 1)]!;
  }
}

type Part = string | Buffer;
const bytes = (...parts: Part[]): Buffer =>
  Buffer.concat(parts.map((p) => (typeof p === 'string' ? Buffer.from(p, 'latin1') : p)));
const stream = (entries: string, data: Part, length?: number | string): Buffer => {
  const b = bytes(data);
  return bytes(`<<${entries}/Length ${length ?? b.length}>>\nstream\n`, b, '\nendstream');
};

interface Layout {
  /** Where the table says an object is, moved by so much. */
  readonly shift?: (num: number) => number;
  readonly trailer?: string;
  readonly startxref?: string;
  readonly noTable?: boolean;
  readonly header?: string;
}

/** Objects by number, as a file; 1 is the catalog. */
function file(objects: Readonly<Record<number, Part>>, layout: Layout = {}): Buffer {
  let out = bytes(layout.header ?? '%PDF-1.6\n%\xe2\xe3\xcf\xd3\n');
  const at = new Map<number, number>();
  const parts: Buffer[] = [out];
  let size = out.length;
  for (const [num, value] of Object.entries(objects)) {
    at.set(Number(num), size);
    const b = bytes(`${num} 0 obj\n`, value, '\nendobj\n');
    parts.push(b);
    size += b.length;
  }
  out = Buffer.concat(parts);
  if (layout.noTable) return out;
  const top = Math.max(...at.keys());
  const table = [...at]
    .sort((a, b) => a[0] - b[0])
    .map(([num, offset]) => `${num} 1\n${String(offset + (layout.shift?.(num) ?? 0)).padStart(10, '0')} 00000 n \n`)
    .join('');
  return bytes(
    out,
    `xref\n0 1\n0000000000 65535 f \n${table}trailer\n<</Size ${top + 1}/Root 1 0 R${layout.trailer ?? ''}>>\nstartxref\n${layout.startxref ?? out.length}\n%%EOF\n`,
  );
}

const BOX = '/MediaBox[0 0 300 400]/TrimBox[10 10 290 390]';
const FONT = '<</Type/Font/Subtype/Type1/BaseFont/Helvetica>>';
const text = (r: Random): string =>
  `0.2 0.4 0.6 rg 40 40 ${r.int(50, 200)} ${r.int(50, 300)} re f BT /F 24 Tf 0 g 60 200 Td (Tide ${r.int(1, 99)}) Tj ET`;

/** A page with its resources and content; further objects beside. */
function onePage(
  content: Part,
  {
    page = '',
    resources = '/Font<</F 5 0 R>>',
    more = {},
    catalog = '',
    layout = {},
  }: {
    page?: string;
    resources?: string;
    more?: Readonly<Record<number, Part>>;
    catalog?: string;
    layout?: Layout;
  } = {},
): Buffer {
  return file(
    {
      1: `<</Type/Catalog/Pages 2 0 R${catalog}>>`,
      2: '<</Type/Pages/Count 1/Kids[3 0 R]>>',
      3: `<</Type/Page/Parent 2 0 R${page.includes('/MediaBox') ? '' : BOX}/Resources<<${resources}>>${page.includes('/Contents') ? '' : '/Contents 4 0 R'}${page}>>`,
      4: content,
      5: FONT,
      ...more,
    },
    layout,
  );
}

const plain = (r: Random): Buffer => onePage(stream('', text(r)));
const appearance = (r: Random, entries = '/BBox[0 0 50 20]'): Buffer =>
  stream(`/Type/XObject/Subtype/Form${entries}`, `${r.next().toFixed(2)} 0.1 0.1 rg 0 0 50 20 re f`);
const annotated = (r: Random, annot: string, more: Readonly<Record<number, Part>> = {}, catalog = ''): Buffer =>
  onePage(stream('', text(r)), {
    page: '/Annots[10 0 R]',
    more: { 10: `<</Type/Annot/Subtype/Stamp/F 4${annot}>>`, 11: appearance(r), ...more },
    catalog,
  });

const pdf = (kind: string, fate: Fate, make: (r: Random) => Buffer): Hostile => ({ kind, fate, ext: 'pdf', make });

/** Every kind there is. */
export const KINDS: readonly Hostile[] = [
  pdf('sound', 'taken', plain),
  pdf('wrong stream length', 'taken', (r) => onePage(stream('', text(r), r.int(0, 900)))),
  pdf('stream length beyond the file', 'taken', (r) => onePage(stream('', text(r), 10 ** r.int(7, 15)))),
  pdf('negative stream length', 'taken', (r) => onePage(stream('', text(r), -r.int(1, 99)))),
  pdf('length that is the stream itself', 'taken', (r) => onePage(stream('', text(r), '4 0 R'))),
  pdf('length by a reference that goes in a circle', 'taken', (r) =>
    onePage(stream('', text(r), '8 0 R'), { more: { 8: '9 0 R', 9: '8 0 R' } }),
  ),
  pdf('objects not where the table says', 'taken', (r) => {
    const by = r.int(1, 40);
    return onePage(stream('', text(r)), { layout: { shift: (n) => (n > 2 ? by : 0) } });
  }),
  pdf('table not where the file says', 'taken', (r) =>
    onePage(stream('', text(r)), { layout: { startxref: String(r.int(0, 500)) } }),
  ),
  pdf('no table at all', 'taken', (r) => onePage(stream('', text(r)), { layout: { noTable: true } })),
  pdf('tables in a loop', 'taken', (r) => {
    const it = plain(r).toString('latin1');
    const at = /startxref\n(\d+)/.exec(it)![1]!;
    return bytes(it.replace('/Root 1 0 R', `/Root 1 0 R/Prev ${at}`));
  }),
  pdf('something before the header', 'taken', (r) => bytes('\n'.repeat(r.int(1, 200)), plain(r))),
  pdf('deflate that breaks', 'taken', (r) => {
    const packed = deflateSync(Buffer.from(`${text(r)}\n`.repeat(200), 'latin1'));
    for (let i = 0; i < 4; i++) packed[r.int(Math.floor(packed.length / 2), packed.length - 1)]! ^= r.int(1, 255);
    return onePage(stream('/Filter/FlateDecode', packed));
  }),
  pdf('deflate cut short', 'taken', (r) => {
    const packed = deflateSync(Buffer.from(`${text(r)}\n`.repeat(50), 'latin1'));
    return onePage(stream('/Filter/FlateDecode', packed.subarray(0, r.int(20, packed.length - 5))));
  }),
  pdf('deflate with a header of nonsense', 'either', (r) => {
    const packed = deflateSync(Buffer.from(text(r), 'latin1'));
    packed[0] = r.int(0, 255);
    packed[1] = r.int(0, 255);
    return onePage(stream('/Filter/FlateDecode', packed));
  }),
  pdf('broken deflate in parts of a page', 'taken', (r) => {
    const packed = deflateSync(Buffer.from(`${text(r)}\n`, 'latin1'));
    return onePage(stream('', 'q'), {
      page: '/Contents[4 0 R 8 0 R 9 0 R]',
      more: { 8: stream('/Filter/FlateDecode', packed.subarray(0, -r.int(1, 8))), 9: stream('', '\nQ') },
    });
  }),
  pdf('contents that name themselves', 'taken', (r) =>
    onePage(stream('', text(r)), { page: '/Contents 8 0 R', more: { 8: '[4 0 R 8 0 R]' } }),
  ),
  pdf('contents that are no stream', 'taken', () => onePage('<</Nothing true>>')),
  pdf('packed by an unknown filter', 'either', (r) => onePage(stream('/Filter/Mystery', text(r)))),
  pdf('resources that are a number', 'either', (r) =>
    onePage(stream('', text(r)), { resources: '>>/Resources 7 0 R/X<<', more: { 7: '42' } }),
  ),
  pdf('nesting without end', 'either', (r) => {
    const deep = r.int(500, 20_000);
    return onePage(stream('', text(r)), { page: `/Deep ${'['.repeat(deep)}${']'.repeat(deep)}` });
  }),
  pdf('a page tree that goes in a circle', 'taken', (r) =>
    file({
      1: '<</Type/Catalog/Pages 2 0 R>>',
      2: '<</Type/Pages/Count 2/Kids[3 0 R 2 0 R]>>',
      3: `<</Type/Page/Parent 2 0 R${BOX}/Contents 4 0 R/Resources<</Font<</F 5 0 R>>>>>>`,
      4: stream('', text(r)),
      5: FONT,
    }),
  ),
  pdf('a page tree of only circles', 'refused', () =>
    file({ 1: '<</Type/Catalog/Pages 2 0 R>>', 2: '<</Type/Pages/Count 1/Kids[2 0 R]>>' }),
  ),
  pdf('a page tree with gaps', 'either', (r) =>
    file({
      1: '<</Type/Catalog/Pages 2 0 R>>',
      2: '<</Type/Pages/Count 3/Kids[3 0 R 77 0 R 3 0 R]>>',
      3: `<</Type/Page/Parent 2 0 R${BOX}/Contents 4 0 R/Resources<</Font<</F 5 0 R>>>>>>`,
      4: stream('', text(r)),
      5: FONT,
    }),
  ),
  pdf('no pages', 'refused', () => file({ 1: '<</Type/Catalog/Pages 2 0 R>>', 2: '<</Type/Pages/Count 0/Kids[]>>' })),
  pdf('no catalog', 'refused', () => file({ 2: '<</Type/Pages/Count 0/Kids[]>>', 1: '42' })),
  pdf('nested forms that double', 'taken', (r) => {
    const more: Record<number, Buffer> = {};
    const levels = r.int(28, 40);
    for (let i = 0; i < levels; i++)
      more[100 + i] = stream(
        `/Type/XObject/Subtype/Form/BBox[0 0 300 400]/Resources<</XObject<</N ${101 + i} 0 R>>>>`,
        '/N Do /N Do',
      );
    more[100 + levels] = stream('/Type/XObject/Subtype/Form/BBox[0 0 9 9]', '0 0 1 1 re f');
    return onePage(stream('', '/N Do'), { resources: '/XObject<</N 100 0 R>>', more });
  }),
  pdf('a form that draws itself', 'either', () =>
    onePage(stream('', '/N Do'), {
      resources: '/XObject<</N 8 0 R>>',
      more: {
        8: stream(
          '/Type/XObject/Subtype/Form/BBox[0 0 300 400]/Resources<</XObject<</N 8 0 R>>>>',
          '/N Do 0 0 9 9 re f',
        ),
      },
    }),
  ),
  pdf('a pattern of a million tiles', 'taken', (r) =>
    onePage(stream('', '/Pattern cs /T scn 0 0 300 400 re f'), {
      resources: '/Pattern<</T 8 0 R>>',
      more: {
        8: stream(
          `/Type/Pattern/PatternType 1/PaintType 1/TilingType 1/BBox[0 0 1 1]/XStep 0.${'0'.repeat(r.int(2, 4))}1/YStep 0.001/Resources<<>>`,
          '0 0 0.5 0.5 re f',
        ),
      },
    }),
  ),
  pdf('content that unpacks without end', 'refused', (r) => {
    const once = deflateSync(Buffer.alloc(r.int(90, 160) << 20, 0x20), { level: 9 });
    return onePage(stream('/Filter[/FlateDecode/FlateDecode]', deflateSync(once, { level: 9 })));
  }),
  pdf('objects that unpack without end', 'refused', (r) => {
    const packed = deflateSync(Buffer.alloc(r.int(120, 180) << 20, 0x20), { level: 9 });
    return onePage(stream('', text(r)), {
      page: '/X 20 0 R',
      resources: '/Font<</F 5 0 R>>/ExtGState<</G 8 0 R>>',
      more: { 8: stream('/Filter/FlateDecode', packed) },
    });
  }),
  pdf('a picture of more dots than can be', 'either', (r) =>
    onePage(stream('', 'q 200 0 0 200 50 50 cm /I Do Q'), {
      resources: '/XObject<</I 8 0 R>>',
      more: {
        8: stream(
          `/Type/XObject/Subtype/Image/Width ${r.int(20_000, 60_000)}/Height ${r.int(20_000, 60_000)}/BitsPerComponent 8/ColorSpace/DeviceRGB/Filter/FlateDecode`,
          deflateSync(Buffer.alloc(2 << 20)),
        ),
      },
    }),
  ),
  pdf('a stamp with its box by reference', 'taken', (r) =>
    annotated(r, '/Rect 12 0 R/AP<</N 11 0 R>>', { 12: `[13 0 R 100 ${r.int(200, 280)} 160]`, 13: '150' }),
  ),
  pdf('a stamp with its matrix by reference', 'taken', (r) =>
    annotated(r, '/Rect[150 100 250 160]/AP<</N 11 0 R>>', {
      11: appearance(r, '/BBox[0 0 13 0 R 20]/Matrix 12 0 R'),
      12: '[13 0 R 0 0 1 0 0]',
      13: '2',
    }),
  ),
  pdf('a stamp with a box of nothing', 'taken', (r) => annotated(r, '/Rect[150 100 150 100]/AP<</N 11 0 R>>')),
  pdf('a stamp with words for numbers', 'taken', (r) => annotated(r, '/Rect[/a (b) 250 160]/AP<</N 11 0 R>>')),
  pdf('a stamp on a layer that is off', 'taken', (r) =>
    annotated(
      r,
      '/Rect[150 100 250 160]/AP<</N 11 0 R>>/OC 14 0 R',
      { 14: '<</Type/OCG/Name(Notes)>>' },
      '/OCProperties<</OCGs[14 0 R]/D<</OFF[14 0 R]>>>>',
    ),
  ),
  pdf('a layer that is off', 'taken', (r) =>
    onePage(stream('', `${text(r)} /OC /L BDC 1 0 0 rg 100 100 150 150 re f EMC`), {
      resources: '/Font<</F 5 0 R>>/Properties<</L 14 0 R>>',
      more: { 14: '<</Type/OCG/Name(Layer)>>' },
      catalog: '/OCProperties<</OCGs[14 0 R]/D<</OFF[14 0 R]>>>>',
    }),
  ),
  pdf('a layer that is only for the screen', 'taken', (r) =>
    onePage(stream('', `${text(r)} /OC /L BDC 1 0 0 rg 100 100 150 150 re f EMC`), {
      resources: '/Font<</F 5 0 R>>/Properties<</L 14 0 R>>',
      more: { 14: '<</Type/OCG/Name(Screen)/Usage<</Print<</PrintState/OFF>>/View<</ViewState/ON>>>>>>' },
      catalog: '/OCProperties<</OCGs[14 0 R]/D<</AS[<</Event/Print/Category[/Print]/OCGs[14 0 R]>>]>>>>',
    }),
  ),
  pdf('a field without an appearance', 'taken', (r) =>
    onePage(stream('', text(r)), {
      page: '/Annots[10 0 R]',
      more: {
        10: `<</Type/Annot/Subtype/Widget/FT/Tx/T(name)/V(Gull ${r.int(1, 99)})/DA(/F 12 Tf 0 g)/F 4/Rect[60 300 240 330]>>`,
      },
      catalog: '/AcroForm<</Fields[10 0 R]/DR<</Font<</F 5 0 R>>>>/DA(/F 12 Tf 0 g)>>',
    }),
  ),
  pdf('boxes beyond all measure', 'either', (r) =>
    onePage(stream('', text(r)), { page: `/MediaBox[0 0 1e+38 ${'9'.repeat(r.int(8, 40))}]` }),
  ),
  pdf('boxes that are no numbers', 'taken', (r) =>
    onePage(stream('', text(r)), { page: '/MediaBox[(a) /b null true]' }),
  ),
  pdf('an ink with a zero in its name', 'taken', (r) =>
    onePage(stream('', `/S cs ${r.next().toFixed(2)} scn 40 40 99 99 re f`), {
      resources: '/ColorSpace<</S[/Separation/Tide#00Blue/DeviceCMYK 8 0 R]>>',
      more: { 8: '<</FunctionType 2/Domain[0 1]/C0[0 0 0 0]/C1[1 0.5 0 0]/N 1>>' },
    }),
  ),
  pdf('sealed by a certificate', 'refused', (r) =>
    onePage(stream('', text(r)), {
      layout: { trailer: '/Encrypt 20 0 R/ID[<00><00>]' },
      more: { 20: '<</Filter/#41dobe.PubSec/SubFilter/adbe.pkcs7.s5/V 4>>' },
    }),
  ),
  pdf('cut off', 'either', (r) => {
    const it = plain(r);
    return it.subarray(0, r.int(60, it.length - 10));
  }),
  pdf('bytes changed by chance', 'either', (r) => {
    const it = plain(r);
    for (let i = r.int(1, 30); i > 0; i--) it[r.int(9, it.length - 1)] = r.int(0, 255);
    return it;
  }),
  pdf('bytes lost by chance', 'either', (r) => {
    const it = plain(r);
    const at = r.int(20, it.length - 60);
    return bytes(it.subarray(0, at), it.subarray(at + r.int(1, 40)));
  }),
  pdf('chance behind a header', 'refused', (r) =>
    bytes('%PDF-1.4\n', Buffer.from(Array.from({ length: 3000 }, () => r.int(0, 255)))),
  ),
  { kind: 'half a JPEG', fate: 'refused', ext: 'jpg', make: (r) => JPEG.subarray(0, r.int(400, JPEG.length - 40)) },
  {
    kind: 'a PNG of more dots than can be',
    fate: 'refused',
    ext: 'png',
    make: (r) => png(r.int(25_000, 60_000), r.int(25_000, 60_000)),
  },
  {
    kind: 'a TIFF in CMYK',
    fate: 'taken',
    ext: 'tif',
    make: (r) => tiff(30, 20, 4, 5, 1, [255, 0, r.int(0, 255), 10]),
  },
  {
    kind: 'a TIFF on its side',
    fate: 'taken',
    ext: 'tif',
    make: (r) => tiff(30, 20, 3, 2, r.int(2, 8), [200, 30, r.int(0, 255)]),
  },
];

function crc(b: Buffer): number {
  let c = ~0;
  for (const byte of b) {
    c ^= byte;
    for (let k = 0; k < 8; k++) c = (c >>> 1) ^ (0xedb88320 & -(c & 1));
  }
  return ~c >>> 0;
}

/** A PNG of one colour whose header says a size; its pixels are those of a few rows. */
export function png(width: number, height: number): Buffer {
  const chunk = (type: string, data: Buffer): Buffer => {
    const body = bytes(type, data);
    const out = Buffer.alloc(8);
    out.writeUInt32BE(data.length, 0);
    out.writeUInt32BE(crc(body), 4);
    return Buffer.concat([out.subarray(0, 4), body, out.subarray(4)]);
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.set([8, 2, 0, 0, 0], 8);
  const pixels = deflateSync(Buffer.alloc(Math.min(height, 20) * (1 + 3 * width)));
  return bytes('\x89PNG\r\n\x1a\n', chunk('IHDR', head), chunk('IDAT', pixels), chunk('IEND', Buffer.alloc(0)));
}

/** A plain TIFF (revision 6.0) of one strip: its upper left quarter of one colour, the rest blank. */
export function tiff(
  width: number,
  height: number,
  samples: number,
  photometric: number,
  orientation: number,
  colour: readonly number[],
): Buffer {
  const blank = photometric === 5 ? 0 : 255;
  const data = Buffer.alloc(width * height * samples, blank);
  for (let y = 0; y < height / 2; y++) for (let x = 0; x < width / 2; x++) data.set(colour, (y * width + x) * samples);
  const entries: [number, number, number, number][] = [];
  const after = 8 + 2 + 12 * 12 + 4;
  const resolution = after + samples * 2;
  const strip = resolution + 8;
  entries.push([256, 4, 1, width], [257, 4, 1, height], [258, 3, samples, after], [259, 3, 1, 1]);
  entries.push([262, 3, 1, photometric], [273, 4, 1, strip], [274, 3, 1, orientation], [277, 3, 1, samples]);
  entries.push([278, 4, 1, height], [279, 4, 1, data.length], [282, 5, 1, resolution], [283, 5, 1, resolution]);
  const out = Buffer.alloc(strip);
  out.write('II');
  out.writeUInt16LE(42, 2);
  out.writeUInt32LE(8, 4);
  out.writeUInt16LE(entries.length, 8);
  entries.forEach(([tag, type, count, value], i) => {
    const at = 10 + 12 * i;
    out.writeUInt16LE(tag, at);
    out.writeUInt16LE(type, at + 2);
    out.writeUInt32LE(count, at + 4);
    if (type === 3 && count === 1) out.writeUInt16LE(value, at + 8);
    else out.writeUInt32LE(value, at + 8);
  });
  for (let s = 0; s < samples; s++) out.writeUInt16LE(8, after + 2 * s);
  out.writeUInt32LE(72, resolution);
  out.writeUInt32LE(1, resolution + 4);
  return Buffer.concat([out, data]);
}

/** A sound baseline JPEG, 16 by 16, made once. */
let JPEG: Buffer = Buffer.alloc(0);
/** Gives the JPEG that halves are made of: it takes a library to make one. */
export const giveJpeg = (whole: Buffer): void => void (JPEG = whole);
