/** Colours, shadings, patterns, pictures and forms of every kind, and contents that are painted in them. */
import { deflateSync } from 'node:zlib';
import sharp from 'sharp';

const MM = 72 / 25.4;
export const [WIDE, HIGH] = [100 * MM, 60 * MM];

const stream = (dict: string, data: string | Uint8Array): string => {
  const text = typeof data === 'string' ? data : Buffer.from(data).toString('latin1');
  return `<<${dict}/Length ${text.length}>>\nstream\n${text}\nendstream`;
};
const packed = (dict: string, data: Uint8Array): string => stream(`${dict}/Filter/FlateDecode`, deflateSync(data));

const GOLD = '[/Separation/Gold/DeviceCMYK<</FunctionType 2/Domain[0 1]/C0[0 0 0 0]/C1[0 .2 .8 .1]/N 1>>]';
const BOTH = '[/DeviceN[/Magenta/Gold]/DeviceCMYK<</FunctionType 4/Domain[0 1 0 1]/Range[0 1 0 1 0 1 0 1]/Length 42>>]';

/** A photograph's like in process inks, packed as JPEG, its numbers turned over as such files have them. */
const jpeg = await sharp({ create: { width: 48, height: 32, channels: 3, background: '#c84' } })
  .composite([{ input: Buffer.from('<svg width="48" height="32"><circle cx="20" cy="14" r="11" fill="#26a"/></svg>') }])
  .toColourspace('cmyk')
  .jpeg({ quality: 95 })
  .toBuffer();

/** A picture in black with so much cyan everywhere, of 255. */
const faint = (cyan: number): string =>
  packed(
    '/Type/XObject/Subtype/Image/Width 20/Height 20/BitsPerComponent 8/ColorSpace/DeviceCMYK',
    Uint8Array.from({ length: 1600 }, (_, i) => [cyan, 0, 0, 180][i % 4]!),
  );

const samples = (n: number): Uint8Array =>
  Uint8Array.from({ length: 24 * 16 * n }, (_, i) => (((i / n) | 0) * 37 + (i % n) * 61 + i * 3) % 256);

/** Objects that pages name: spaces, shadings, patterns, pictures, forms. */
export const THINGS: Readonly<Record<number, string>> = {
  100: BOTH.replace('<</FunctionType 4/Domain[0 1 0 1]/Range[0 1 0 1 0 1 0 1]/Length 42>>', ' 101 0 R'),
  101: stream('/FunctionType 4/Domain[0 1 0 1]/Range[0 1 0 1 0 1 0 1]', '{ 0 3 1 roll dup 0.8 mul exch 0.1 mul }'),
  102: packed('/Type/XObject/Subtype/Image/Width 24/Height 16/BitsPerComponent 8/ColorSpace/DeviceCMYK', samples(4)),
  103: packed('/Type/XObject/Subtype/Image/Width 24/Height 16/BitsPerComponent 8/ColorSpace/DeviceRGB', samples(3)),
  104: packed('/Type/XObject/Subtype/Image/Width 24/Height 16/BitsPerComponent 8/ColorSpace/DeviceGray', samples(1)),
  105: packed(`/Type/XObject/Subtype/Image/Width 24/Height 16/BitsPerComponent 8/ColorSpace ${GOLD}`, samples(1)),
  106: packed(
    '/Type/XObject/Subtype/Image/Width 24/Height 16/BitsPerComponent 8/ColorSpace[/Indexed/DeviceCMYK 3<00000000FF000000008000FF30405060>]',
    Uint8Array.from({ length: 24 * 16 }, (_, i) => (i * 7) % 4),
  ),
  107: packed('/Type/XObject/Subtype/Image/Width 24/Height 16/BitsPerComponent 8/ColorSpace/DeviceGray', samples(1)),
  108: packed(
    '/Type/XObject/Subtype/Image/Width 24/Height 16/BitsPerComponent 8/ColorSpace/DeviceCMYK/SMask 107 0 R',
    samples(4),
  ),
  109: packed(
    '/Type/XObject/Subtype/Image/ImageMask true/Width 24/Height 16/BitsPerComponent 1',
    samples(1).subarray(0, 48),
  ),
  110: '<</ShadingType 2/ColorSpace/DeviceCMYK/Coords[20 20 200 20]/Extend[true true]/Function<</FunctionType 2/Domain[0 1]/C0[1 0 0 .2]/C1[0 .8 .3 0]/N 1.6>>>>',
  111: `<</ShadingType 3/ColorSpace ${GOLD}/Coords[140 80 5 140 80 70]/Extend[true false]/Function 112 0 R>>`,
  112: '<</FunctionType 3/Domain[0 1]/Bounds[.4]/Encode[0 1 1 0]/Functions[<</FunctionType 2/Domain[0 1]/C0[0]/C1[1]/N 1>><</FunctionType 2/Domain[0 1]/C0[.2]/C1[.9]/N 2>>]>>',
  113: '<</ShadingType 2/ColorSpace/DeviceRGB/Coords[20 20 200 100]/Function<</FunctionType 2/Domain[0 1]/C0[1 0 0]/C1[0 .4 1]/N 1>>>>',
  114: packed(
    '/ShadingType 4/ColorSpace/DeviceCMYK/BitsPerCoordinate 16/BitsPerComponent 8/BitsPerFlag 8/Decode[0 280 0 170 0 1 0 1 0 1 0 1]',
    Uint8Array.from([
      ...[0, 20, 0, 20, 0, 255, 0, 0, 0],
      ...[0, 220, 0, 30, 0, 0, 255, 0, 0],
      ...[0, 90, 0, 220, 0, 0, 0, 255, 60],
      ...[1, 240, 0, 230, 0, 40, 90, 0, 255],
    ]),
  ),
  115: packed(
    '/ShadingType 6/ColorSpace/DeviceCMYK/BitsPerCoordinate 8/BitsPerComponent 8/BitsPerFlag 8/Decode[0 280 0 170 0 1 0 1 0 1 0 1]',
    Uint8Array.from([
      0,
      ...[20, 20, 40, 90, 10, 150, 30, 230, 100, 200, 150, 250, 220, 220, 200, 150, 250, 90, 230, 30, 150, 50, 80, 10],
      ...[255, 0, 0, 0, 0, 255, 0, 0, 0, 0, 255, 0, 90, 0, 0, 200],
    ]),
  ),
  116: stream(
    '/Type/Pattern/PatternType 1/PaintType 1/TilingType 1/BBox[0 0 20 20]/XStep 20/YStep 20/Resources<</ColorSpace<</Gold 120 0 R>>>>',
    '.7 .1 0 0 k 0 0 12 12 re f /Gold cs .6 scn 10 10 8 8 re f',
  ),
  117: stream(
    '/Type/Pattern/PatternType 1/PaintType 2/TilingType 1/BBox[0 0 16 16]/XStep 16/YStep 16/Resources<<>>',
    '0 0 9 9 re f',
  ),
  118: '<</Type/Pattern/PatternType 2/Shading 110 0 R>>',
  120: GOLD,
  121: '[/Pattern/DeviceCMYK]',
  122: stream(
    '/Type/XObject/Subtype/Form/BBox[0 0 300 200]/Group<</S/Transparency/CS/DeviceCMYK>>/Resources<</ColorSpace<</Gold 120 0 R>>>>',
    '0 .2 0 .6 k 30 30 80 60 re f 0 .6 0 0 k 90 60 80 60 re f /Gold cs .7 scn 120 20 40 90 re f',
  ),
  123: stream('/Type/XObject/Subtype/Form/BBox[0 0 300 200]/Resources<<>>', '60 40 120 60 re f 60 40 120 60 re S'),
  124: stream(
    '/Type/XObject/Subtype/Form/BBox[0 0 300 200]/Group<</S/Transparency/CS/DeviceGray>>/Resources<<>>',
    '.2 g 0 0 300 200 re f .9 g 60 40 100 80 re f',
  ),
  125: '<</Type/Font/Subtype/Type3/FontBBox[0 0 10 10]/FontMatrix[.1 0 0 .1 0 0]/FirstChar 97/LastChar 98/Widths[10 10]/Encoding<</Differences[97/a/b]>>/CharProcs<</a 126 0 R/b 127 0 R>>/Resources<<>>>>',
  126: stream('', '10 0 d0 0 .9 .4 0 k 0 0 8 8 re f'),
  128: stream(
    '/Type/XObject/Subtype/Image/Width 48/Height 32/BitsPerComponent 8/ColorSpace/DeviceCMYK/Decode[1 0 1 0 1 0 1 0]/Filter/DCTDecode',
    jpeg,
  ),
  129: packed(
    '/Type/XObject/Subtype/Image/Width 24/Height 16/BitsPerComponent 8/ColorSpace/DeviceCMYK/Mask[0 90 0 255 0 255 0 255]',
    samples(4),
  ),
  130: packed(
    '/Type/XObject/Subtype/Image/Width 24/Height 16/BitsPerComponent 4/Decode[.2 .9]/ColorSpace/DeviceGray/Mask 109 0 R',
    samples(1).subarray(0, 12 * 16),
  ),
  131: packed('/Type/XObject/Subtype/Image/Width 24/Height 16/BitsPerComponent 8/ColorSpace 100 0 R', samples(2)),
  132: stream(
    '/Type/XObject/Subtype/Form/BBox[0 0 300 200]/Resources<</XObject<</Me 132 0 R>>>>',
    '0 0 9 9 re f /Me Do',
  ),
  133: '<</ShadingType 2/ColorSpace/DeviceCMYK/Coords[20 20 200 20]/Extend[true true]/Function 134 0 R>>',
  134: stream(
    '/FunctionType 4/Domain[0 1]/Range[0 1 0 1 0 1 0 1]',
    '{ dup 3600 mul sin 2 div .5 add exch dup .3 gt { pop 0 } if 0 0 }',
  ),
  135: packed(
    '/ShadingType 6/ColorSpace/DeviceCMYK/BitsPerCoordinate 8/BitsPerComponent 8/BitsPerFlag 8/Decode[0 280 0 170 0 1 0 1 0 1 0 1]',
    Uint8Array.from([
      ...[0, 20, 20, 20, 90, 20, 150, 20, 230, 60, 230, 90, 230, 120, 230, 120, 150, 120, 90, 120, 20, 90, 20, 60, 20],
      ...[255, 0, 0, 0, 0, 255, 0, 0, 0, 0, 255, 0, 90, 0, 0, 200],
      // goes on from the right edge of the last
      ...[2, 150, 20, 180, 20, 220, 20, 220, 90, 220, 150, 220, 230, 180, 230, 150, 230],
      ...[0, 255, 255, 0, 200, 0, 0, 0],
    ]),
  ),
  136: packed(
    '/ShadingType 7/ColorSpace/DeviceCMYK/BitsPerCoordinate 8/BitsPerComponent 8/BitsPerFlag 8/Decode[0 280 0 170 0 1 0 1 0 1 0 1]',
    Uint8Array.from([
      ...[0, 20, 20, 20, 90, 20, 150, 20, 230, 60, 230, 90, 230, 120, 230, 120, 150, 120, 90, 120, 20, 90, 20, 60, 20],
      ...[60, 90, 60, 150, 90, 150, 90, 90],
      ...[255, 0, 0, 0, 0, 255, 0, 0, 0, 0, 255, 0, 90, 0, 0, 200],
      ...[2, 150, 20, 180, 20, 220, 20, 220, 90, 220, 150, 220, 230, 180, 230, 150, 230],
      ...[150, 90, 180, 90, 180, 150, 150, 150],
      ...[0, 255, 255, 0, 200, 0, 0, 0],
    ]),
  ),
  137: faint(4),
  138: faint(40),
  127: stream('', '10 0 0 0 8 8 d1 0 0 8 5 re f'),
};

export const RESOURCES = `/Resources<</Font<</F 3 0 R/T3 125 0 R>>
/ColorSpace<</Gold 120 0 R/Both 100 0 R/Under 121 0 R>>
/XObject<</Cmyk 102 0 R/Rgb 103 0 R/Gray 104 0 R/Spot 105 0 R/Table 106 0 R/Soft 108 0 R/Mask 109 0 R/Jpeg 128 0 R/Keyed 129 0 R/Holed 130 0 R/Two 131 0 R/Me 132 0 R/Faint 137 0 R/Seen 138 0 R/Group 122 0 R/Plain 123 0 R>>
/Shading<</Axial 110 0 R/Radial 111 0 R/Light 113 0 R/Mesh 114 0 R/Patch 115 0 R/Program 133 0 R/Coons 135 0 R/Tensor 136 0 R>>
/Pattern<</Tile 116 0 R/Stamp 117 0 R/Shade 118 0 R>>
/ExtGState<</Over<</OP true/op true/OPM 1>>/Over0<</OP true/OPM 0>>/Half<</ca .5/CA .5>>/Times<</BM/Multiply>>/Differ<</BM/Difference>>/Hole<</SMask<</S/Luminosity/G 124 0 R>>>>>>>>`;

export const CASES: Readonly<Record<string, string>> = {
  'process colours':
    '.8 .1 .3 .2 k 20 20 90 60 re f 0 1 0 0 K 8 w 40 90 m 220 130 l S .4 g 130 30 60 40 re f 10 150 20 10 re f',
  'spot inks and several at once':
    '/Gold cs .8 scn 20 20 90 60 re f /Both cs .6 .5 scn 80 60 90 60 re f 0 1 scn 200 60 40 40 re f',
  'colours over others': '1 0 0 0 k 20 20 150 90 re f /Gold cs 1 scn 60 40 80 60 re f 0 0 0 0 k 90 60 20 20 re f',
  'overprinted inks':
    '1 0 .4 0 k 20 20 150 90 re f /Over gs /Gold cs 1 scn 60 40 60 60 re f 0 0 0 1 k 130 40 60 30 re f 0 .7 0 0 K 9 w 30 30 m 200 120 l S /Over0 gs 0 .3 0 0 k 100 80 30 20 re f',
  'overprinted letters':
    '/Gold cs .5 scn 5 5 9 9 re f .6 .2 0 0 k 20 20 200 110 re f /Over gs BT /F 40 Tf 0 0 0 1 k 30 50 Td (Ink) Tj 1 Tr 0 1 0 0 K 90 0 Td (ed) Tj ET q BT 7 Tr /F 60 Tf 40 90 Td (O) Tj ET 0 1 1 0 k 0 0 300 200 re f Q 200 20 30 30 re f',
  'pictures of process inks': 'q 120 0 0 80 20 20 cm /Cmyk Do Q q 80 0 0 60 160 60 cm /Gray Do Q',
  'pictures of a spot ink, and by a table':
    '1 0 0 0 k 10 10 200 100 re f q 120 0 0 80 20 20 cm /Spot Do Q q 80 0 0 60 160 60 cm /Table Do Q',
  'soft pictures': '0 .5 .9 0 k 20 20 200 120 re f q 160 0 0 100 40 30 cm /Soft Do Q',
  'pictures packed as JPEG': 'q 120 0 0 80 20 20 cm /Jpeg Do Q',
  'pictures with holes by a colour': '.2 .3 .4 0 k 10 10 260 150 re f q 120 0 0 80 20 20 cm /Keyed Do Q',
  'pictures with holes': '.2 .3 .4 0 k 10 10 260 150 re f q 80 0 0 60 160 60 cm /Holed Do Q',
  'pictures of two inks': '1 0 0 0 k 10 10 200 100 re f q 120 0 0 80 20 20 cm /Two Do Q',
  stencils: '0 .5 .9 0 k 20 20 100 120 re f /Over gs /Gold cs .9 scn q 160 0 0 100 40 30 cm /Mask Do Q',
  'a picture in the content': `q 120 0 0 80 20 20 cm BI /W 2 /H 2 /CS /CMYK /BPC 8 ID ${String.fromCharCode(255, 0, 0, 0, 0, 255, 0, 0, 0, 0, 255, 0, 90, 90, 90, 90)} EI Q q 50 0 0 50 180 60 cm BI /W 4 /H 4 /CS /G /BPC 8 /F /AHx ID 00408090A0B0C0D0112233445566778899> EI Q 0 1 0 0 k 5 5 9 9 re f`,
  'shadings along a line': 'q 20 20 200 100 re W n /Axial sh Q',
  'shadings of circles in a spot ink': '.3 0 0 0 k 10 10 240 150 re f /Radial sh',
  meshes: '/Mesh sh',
  patches: '/Patch sh',
  'shadings by a program': 'q 20 20 200 100 re W n /Program sh Q',
  'patches that go on from others': '/Coons sh',
  'patches with points inside': '/Tensor sh',
  'spot inks that would be subtracted': '/Gold cs .8 scn 20 20 150 90 re f /Differ gs .5 scn 60 40 150 60 re f',
  patterns:
    '/Pattern cs /Tile scn 20 20 120 100 re f /Shade scn 150 20 60 100 re f /Under cs .2 .9 0 0 /Stamp scn 220 20 50 120 re f',
  'forms that take their colour over':
    '/Gold cs .5 scn 5 5 9 9 re f .2 .8 0 .1 k 0 0 1 0 K 5 w /Plain Do /Over gs .9 0 0 0 k q .5 0 0 .5 0 0 cm /Plain Do Q',
  'see-through groups': '1 0 .2 0 k 20 20 150 90 re f /Half gs 0 .4 .9 0 k /Group Do',
  'multiplied colours':
    '.6 .1 .2 0 k 20 20 150 90 re f /Times gs .3 .7 0 0 k 60 40 150 60 re f /Gold cs .7 scn 100 10 60 140 re f',
  'what a soft mask lets through': '.4 0 .8 0 k 10 10 200 50 re f /Hole gs 0 1 .3 0 k 20 20 220 120 re f',
  'drawn letters': '.9 0 0 .2 k BT /T3 60 Tf 20 40 Td (abab) Tj ET',
};
