import type { CMYK } from 'pdf-lib';
import { DEEP, FOAM, INK, MOSS, OAT, SAND, SEA, type Leaf } from './leaf';

/** Tools as flat shapes in a box of 100 × 100, y down. */
export interface Tool {
  readonly name: string;
  readonly shelf: string;
  readonly parts: readonly (readonly [string, CMYK])[];
  readonly care: string;
}

export const TOOLS: readonly Tool[] = [
  {
    name: 'Panel saw',
    shelf: 'Shelf 3, hook 12',
    parts: [
      ['M2 60 L70 38 L70 62 L2 66 Z', FOAM],
      [
        'M2 66 L6 68 L8 65.8 L12 67.6 L14 65.5 L18 67.2 L20 65 L24 66.8 L26 64.7 L30 66.4 L32 64.3 L36 66 L38 64 L42 65.6 L44 63.6 L48 65.2 L50 63.2 L54 64.8 L56 62.9 L60 64.4 L62 62.5 L66 64 L70 62 Z',
        FOAM,
      ],
      [
        'M66 34 C78 26 92 30 97 42 C99 52 94 66 84 72 C78 75 70 72 67 66 Z M77 44 C73 48 73 58 78 62 C84 60 88 52 87 46 C85 41 80 41 77 44 Z',
        SAND,
      ],
    ],
    care: 'Hang it; never lay it on its teeth. Wipe the blade with the oily rag in the blue tin before it comes back.',
  },
  {
    name: 'Smoothing plane',
    shelf: 'Shelf 1, box 4',
    parts: [
      ['M4 66 L96 66 L96 74 L4 74 Z', DEEP],
      ['M14 66 L20 52 L84 52 L92 66 Z', SEA],
      ['M26 52 C22 44 26 34 32 34 C38 34 40 44 37 52 Z', SAND],
      ['M66 52 C60 40 64 26 76 22 C84 20 88 26 82 32 C76 38 78 46 80 52 Z', SAND],
      ['M44 52 L56 24 L61 26 L52 52 Z', FOAM],
    ],
    care: 'Rest it on its side. Wind the iron back before it goes into the box, and tell us if it has met a nail.',
  },
  {
    name: 'Joiner’s mallet',
    shelf: 'Shelf 2, pegs',
    parts: [
      ['M26 14 L84 14 L88 44 L22 44 Z', SAND],
      ['M50 44 L60 44 L62 96 L48 96 Z', MOSS],
      ['M26 14 L84 14 L85 22 L25 22 Z', OAT],
    ],
    care: 'For chisels and joints, not for tent pegs. A dry handle wants linseed oil: ask at the desk.',
  },
  {
    name: 'Try square',
    shelf: 'Shelf 2, drawer 1',
    parts: [
      ['M22 84 L22 10 L32 10 L32 84 Z', FOAM],
      ['M16 74 L90 74 L90 92 L16 92 Z', SAND],
      ['M40 80 L44 80 L44 86 L40 86 Z M74 80 L78 80 L78 86 L74 86 Z', DEEP],
    ],
    care: 'If it has been dropped, say so. We check every square against the granite block on Mondays.',
  },
  {
    name: 'Brace and bit',
    shelf: 'Shelf 4, box 2',
    parts: [
      ['M38 6 L62 6 L62 14 L38 14 Z', SAND],
      ['M47 14 L53 14 L53 28 L82 28 L82 34 L53 34 L47 34 Z', DEEP],
      ['M76 34 L88 34 L88 56 L76 56 Z', SAND],
      ['M79 56 L85 56 L85 62 L53 62 L53 76 L47 76 L47 56 L79 56 Z', DEEP],
      ['M47 76 L53 76 L51 97 L50 99 L49 97 Z', FOAM],
    ],
    care: 'Bits go back in their roll by size. Count them: there are thirteen.',
  },
  {
    name: 'Caulking iron',
    shelf: 'Boat shed, rack',
    parts: [
      ['M44 10 L56 10 L57 20 L43 20 Z', INK],
      ['M46 20 L54 20 L55 60 L45 60 Z', DEEP],
      ['M45 60 L55 60 L68 90 L32 90 Z', SEA],
      ['M32 90 L68 90 L66 94 L34 94 Z', FOAM],
    ],
    care: 'Salt eats iron in a night. Rinse, dry, oil, and hang it in the shed, not in the shop.',
  },
];

export function drawTool(leaf: Leaf, tool: Tool, x: number, y: number, size: number): void {
  for (const [d, color] of tool.parts) leaf.path(d, x, y + size, size / 100, color);
}

/** A harbour at evening, filling a box: sky, a sun in the spot ink, hills, roofs, water, boats. */
export function harbour(leaf: Leaf, x: number, y: number, width: number, height: number, sun = true): void {
  const shade = (y0: number, h: number, color: CMYK): void => leaf.rect(x, y + y0 * height, width, h * height, color);
  shade(0, 1, OAT);
  if (sun) leaf.rust(x + width * 0.68, y + height * 0.63, Math.min(width, height) * 0.16, null, 0.9);
  const w = (k: number): number => k * 100;
  const hills = (base: number, rise: number, phase: number): string => {
    let d = `M0 ${w(1 - base)}`;
    for (let i = 0; i <= 20; i++) {
      const t = i / 20;
      d += ` L${w(t)} ${w(1 - base - rise * (0.5 + 0.5 * Math.sin(phase + t * 7) * Math.cos(phase * 2 + t * 3)))}`;
    }
    return `${d} L100 ${w(1)} L0 ${w(1)} Z`;
  };
  const sx = width / 100;
  const layer = (d: string, color: CMYK): void => leaf.path(stretch(d, height / width), x, y + height, sx, color);
  layer(hills(0.42, 0.2, 0.4), FOAM);
  layer(hills(0.38, 0.14, 2.1), SEA);
  // roofs along the quay
  for (let i = 0; i < 11; i++) {
    const bx = x + width * (0.04 + i * 0.06);
    const bw = width * 0.05;
    const bh = height * (0.06 + 0.035 * ((i * 7) % 4));
    leaf.rect(bx, y + height * 0.36, bw, bh, i % 3 === 0 ? SAND : i % 3 === 1 ? OAT : DEEP);
    leaf.path('M-10 0 L50 -60 L110 0 Z', bx, y + height * 0.36 + bh, bw / 100, i % 2 ? INK : DEEP);
  }
  shade(0, 0.36, DEEP);
  for (let i = 0; i < 14; i++) {
    const yy = 0.02 + i * 0.024;
    const shift = (Math.sin(i * 2.3) + 1) * 0.2;
    leaf.rect(
      x + width * shift,
      y + height * yy,
      width * (0.3 + ((i * 5) % 7) * 0.05),
      height * 0.004,
      i % 3 ? SEA : FOAM,
    );
  }
  for (const [bx, by, s] of [
    [0.2, 0.2, 0.16],
    [0.62, 0.12, 0.22],
  ] as const) {
    const size = (width * s) / 100;
    leaf.path('M0 0 C20 22 80 22 100 0 Z', x + width * bx, y + height * by + 6, size, INK);
    leaf.path('M48 -4 L48 -90 L92 -12 Z', x + width * bx, y + height * by + 6, size, OAT);
    leaf.path('M44 -4 L44 -78 L14 -12 Z', x + width * bx, y + height * by + 6, size, SAND);
  }
}

/** Scales the y of a path’s points. */
function stretch(d: string, k: number): string {
  let second = false;
  return d.replace(/-?\d+(\.\d+)?/g, (m) => {
    second = !second;
    return second ? m : String(Math.round(Number(m) * k * 1000) / 1000);
  });
}
