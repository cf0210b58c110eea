import type { Album, Anchor, Imprint, Says } from '../docket';
import { findPicture } from './pictures';
import { compose, EPSILON, rect, rectThrough, translation, type Matrix, type Rect, type Size } from '../measure';
import { missingIn, widthOf } from './letters';

/** Where an imprint stands on its page, and what of it does not fit: what is drawn on the table, in the dummy and in the PDF. */

/** Millimetres of a point. */
const POINT = 25.4 / 72;
/** From line to line, in ems. */
export const LEADING = 1.2;
/** From the foot of a line to its letters' feet, in ems: capitals (0.668 em) stand in its middle. */
const FOOT = (LEADING - 0.668) / 2;
/** Words are set smaller only so far. */
const LEAST = 0.4;

/** The dark modules of a code, and how large it is with its quiet zone, in modules. */
export interface Symbol {
  readonly columns: number;
  /** 1 for bars. */
  readonly rows: number;
  /** Dark runs row by row from the top: column, row and how many. Without the quiet zone. */
  readonly dark: readonly (readonly [column: number, row: number, count: number])[];
  /** Modules that must stay light round it: left, right, above and below. */
  readonly quiet: { readonly left: number; readonly right: number; readonly above: number; readonly below: number };
  /** What is written beneath it for people: the value, with the check digit that was added. */
  readonly spoken: string;
}

/** Why a code cannot say what it is to say. */
export interface NoSymbol {
  readonly wrong: string;
}

/** Makes codes: it comes with its makers, which are large, and is handed in where codes are drawn. */
export type Coder = (symbology: Extract<Says, { kind: 'code' }>['symbology'], text: string) => Symbol | NoSymbol;

/** A line of words: its letters' feet begin there, mm from the lower left of the box. */
export interface SetLine {
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
}

export interface Setting {
  /** Its box, mm. */
  readonly size: Size;
  /** Takes the box, from its lower left, to the upright page. */
  readonly toPage: Matrix;
  /** What it covers of the page. */
  readonly covers: Rect;
  readonly lines: readonly SetLine[];
  /** Points, as the lines are set. */
  readonly points: number;
  /** Dark rectangles of a code, mm from the lower left of the box. */
  readonly dark: readonly Rect[];
  /** The page of the album that fills the box or lies in it, and the map from that page, upright in mm, to the box. */
  readonly picture: { readonly page: number; readonly toBox: Matrix } | null;
  /** By how much it is wider, or higher, than its place, mm. */
  readonly over: { readonly width: number; readonly height: number };
  /** Letters that the font does not have. */
  readonly missing: string;
  /** Why there is no code. */
  readonly wrong: string | null;
}

/** Words in lines no wider than so many ems; a word that is wider stands alone. */
function wrapped(text: string, font: Extract<Says, { kind: 'text' }>['font'], ems: number): string[] {
  return text.split('\n').flatMap((line) => {
    const out: string[] = [];
    let now = '';
    for (const word of line.split(' ')) {
      const next = now === '' ? word : `${now} ${word}`;
      if (now !== '' && widthOf(next, font) > ems + 1e-9) {
        out.push(now);
        now = word;
      } else now = next;
    }
    return [...out, now];
  });
}

interface Inside {
  readonly size: Size;
  readonly lines: readonly SetLine[];
  readonly points: number;
  readonly dark: readonly Rect[];
  readonly picture: Setting['picture'];
  readonly over: Setting['over'];
  readonly missing: string;
  readonly wrong: string | null;
}

const NONE: readonly never[] = [];
const FITS = { width: 0, height: 0 } as const;

function setText(says: Extract<Says, { kind: 'text' }>, text: string): Inside {
  const { font, fit, align } = says;
  const inLines = (points: number): string[] =>
    fit === 'wrap' && says.width !== null ? wrapped(text, font, says.width / (points * POINT)) : text.split('\n');
  const widest = (lines: readonly string[]): number => lines.reduce((w, l) => Math.max(w, widthOf(l, font)), 0);
  let points = says.size;
  let lines = inLines(points);
  if (fit === 'shrink') {
    const across = says.width === null ? 1 : says.width / (widest(lines) * points * POINT);
    const down = says.height === null ? 1 : says.height / (lines.length * LEADING * points * POINT);
    points *= Math.max(LEAST, Math.min(1, across, down));
    lines = inLines(points);
  }
  const em = points * POINT;
  const natural = { width: widest(lines) * em, height: lines.length * LEADING * em };
  const width = says.width ?? natural.width;
  const height = says.height ?? natural.height;
  // a place that is higher than its words has them in its middle
  const top = height - (height - natural.height) / 2;
  return {
    size: { width, height },
    points,
    lines: lines.flatMap((text, i): SetLine[] => {
      if (text === '') return [];
      const wide = widthOf(text, font) * em;
      const x = align === 'left' ? 0 : align === 'right' ? width - wide : (width - wide) / 2;
      return [{ text, x, y: top - (i + 1) * LEADING * em + FOOT * em, width: wide }];
    }),
    dark: NONE,
    picture: null,
    over: {
      width: Math.max(0, natural.width - width - EPSILON),
      height: Math.max(0, natural.height - height - EPSILON),
    },
    missing: missingIn(text, font),
    wrong: null,
  };
}

/** Points of what is written beneath bars. */
const SPOKEN = 7;

/** A module as the machine prints it: a whole number of its dots, mm. */
export const moduleOn = (module: number, dpi: number): number => {
  const dot = 25.4 / dpi;
  return Math.max(1, Math.round(module / dot)) * dot;
};

function setCode(says: Extract<Says, { kind: 'code' }>, text: string, dpi: number, coder: Coder): Inside {
  const made = coder(says.symbology, text);
  const m = moduleOn(says.module, dpi);
  if ('wrong' in made)
    return {
      size: { width: 20 * m, height: 20 * m },
      points: SPOKEN,
      lines: NONE,
      dark: NONE,
      picture: null,
      over: FITS,
      missing: '',
      wrong: made.wrong,
    };
  const { quiet, columns, rows, dark } = made;
  const bars = rows === 1;
  const tall = bars ? says.height : rows * m;
  const em = SPOKEN * POINT;
  const words = bars && says.spoken ? LEADING * em : 0;
  const foot = words + quiet.below * m;
  const width = (quiet.left + columns + quiet.right) * m;
  const spoken = widthOf(made.spoken, 'mono') * em;
  return {
    size: { width, height: foot + tall + quiet.above * m },
    points: SPOKEN,
    lines:
      words > 0
        ? [{ text: made.spoken, x: quiet.left * m + (columns * m - spoken) / 2, y: FOOT * em, width: spoken }]
        : NONE,
    dark: dark.map(([column, row, count]) =>
      rect((quiet.left + column) * m, bars ? foot : foot + (rows - 1 - row) * m, count * m, bars ? tall : m),
    ),
    picture: null,
    over: FITS,
    missing: '',
    wrong: null,
  };
}

/** A picture in its place: whole in the middle of it, or so large that it fills it. */
function setPicture(says: Extract<Says, { kind: 'picture' }>, name: string, album: Album | undefined): Inside {
  const { width, height, fit } = says;
  const inside = { size: { width, height }, points: SPOKEN, lines: NONE, dark: NONE, over: FITS, missing: '' };
  const found = album ? findPicture(album, name) : null;
  if (!found) return { ...inside, picture: null, wrong: `There is no picture called “${name}”.` };
  const [across, up] = [width / found.size.width, height / found.size.height];
  const k = fit === 'whole' ? Math.min(across, up) : Math.max(across, up);
  const [x, y] = [(width - k * found.size.width) / 2, (height - k * found.size.height) / 2];
  return { ...inside, picture: { page: found.page, toBox: [k, 0, 0, k, x, y] }, wrong: null };
}

const across = (anchor: Anchor): -1 | 0 | 1 => (anchor.endsWith('left') ? -1 : anchor.endsWith('right') ? 1 : 0);
const upright = (anchor: Anchor): -1 | 0 | 1 => (anchor.startsWith('foot') ? -1 : anchor.startsWith('head') ? 1 : 0);

/** How far the box's lower left is from the page's, along one way. */
const along = (side: -1 | 0 | 1, page: number, box: number, by: number): number =>
  side === -1 ? by : side === 1 ? page - box - by : (page - box) / 2 + by;

/** Where the lower left of an imprint's box is, before it is turned. */
export const boxAt = (
  { anchor, x, y }: Pick<Imprint, 'anchor' | 'x' | 'y'>,
  page: Size,
  box: Size,
): [number, number] => [
  along(across(anchor), page.width, box.width, x),
  along(upright(anchor), page.height, box.height, y),
];

/** The wish for a place, from where the box's lower left is: what dragging it there comes to. */
export function placedAt(anchor: Anchor, page: Size, box: Size, x: number, y: number): { x: number; y: number } {
  const back = (side: -1 | 0 | 1, p: number, b: number, at: number): number =>
    side === -1 ? at : side === 1 ? p - b - at : at - (p - b) / 2;
  return { x: back(across(anchor), page.width, box.width, x), y: back(upright(anchor), page.height, box.height, y) };
}

function insideOf(says: Says, words: string, dpi: number, coder: Coder, album: Album | undefined): Inside {
  switch (says.kind) {
    case 'text':
      return setText(says, words);
    case 'code':
      return setCode(says, words, dpi, coder);
    case 'picture':
      return setPicture(says, words, album);
  }
}

/**
 * Sets what an imprint says on a page: the same on the screen and in the PDF.
 * @param words see `wordsOf` @param page the trimmed page, upright, mm @param dpi of the machine that prints it
 * @param mirrored whether the page is printed the wrong way round
 */
export function setImprint(
  imprint: Imprint,
  words: string,
  page: Size,
  {
    dpi,
    coder,
    album,
    mirrored = false,
  }: {
    readonly dpi: number;
    readonly coder: Coder;
    readonly album?: Album | undefined;
    readonly mirrored?: boolean;
  },
): Setting {
  const { says, turned } = imprint;
  const inside = insideOf(says, words, dpi, coder, album);
  const { width, height } = inside.size;
  const [left, foot] = boxAt(imprint, page, inside.size);
  let toPage: Matrix = translation(left, foot);
  if (turned !== 0) {
    const [cx, cy] = [left + width / 2, foot + height / 2];
    // quarter turns without rounding
    const quarter = [1, 0, -1, 0];
    const k = (((turned / 90) % 4) + 4) % 4;
    const [cos, sin] = Number.isInteger(k)
      ? [quarter[k]!, quarter[(k + 3) % 4]!]
      : [Math.cos((turned * Math.PI) / 180), Math.sin((turned * Math.PI) / 180)];
    toPage = compose(compose(toPage, translation(-cx, -cy)), [cos, sin, -sin, cos, cx, cy]);
  }
  if (mirrored) toPage = compose(toPage, [-1, 0, 0, 1, page.width, 0]);
  return { ...inside, toPage, covers: rectThrough(toPage, rect(0, 0, width, height)) };
}
