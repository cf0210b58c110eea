/**
 * Paper for tests: what was printed on a sheet is cut out, folded line by line as a strip of numbered paper is, and
 * turned page by page. Written apart from the folding of the core: it knows millimetres, not grids.
 */
import type { Fold } from './fold';
import { turnsDown } from './lay';
import type { Section } from './makeup';
import type { Cell, Plan, Sheet } from './sheet';

type Vector = readonly [number, number];

/** A panel of the paper with what is printed on its two sides. */
interface Scrap {
  readonly x: Vector;
  readonly y: Vector;
  readonly up: Print;
  readonly down: Print;
}
/** A page and where its head points, both as seen from above. */
interface Print {
  readonly reading: number;
  readonly head: Vector;
}

const HEADS: readonly Vector[] = [
  [0, 1],
  [-1, 0],
  [0, -1],
  [1, 0],
];

const near = (a: number, b: number): boolean => Math.abs(a - b) < 1e-6;

/** The scraps of one piece on a sheet, in its own coordinates, its outer side up. Pages are known by their places. */
export function cutOut(sheet: Sheet, slot: number): Scrap[] {
  const { lay } = sheet;
  const down = lay.downs[slot]!;
  const { trim } = down;
  const { width: W, height: H } = lay.paper;
  const through = (c: Cell): { x: Vector; y: Vector; head: Vector } => {
    const [hx, hy] = HEADS[c.head]!;
    return lay.turn === 'turn'
      ? { x: [W - c.trim.x - c.trim.width, W - c.trim.x], y: [c.trim.y, c.trim.y + c.trim.height], head: [-hx, hy] }
      : { x: [c.trim.x, c.trim.x + c.trim.width], y: [H - c.trim.y - c.trim.height, H - c.trim.y], head: [hx, -hy] };
  };
  const out: Scrap[] = [];
  // where one form prints both sides, the other half carries the same pages back to front: another copy
  const here = (c: Cell): boolean => {
    const [x, y] = [c.trim.x + c.trim.width / 2, c.trim.y + c.trim.height / 2];
    return x > trim.x && x < trim.x + trim.width && y > trim.y && y < trim.y + trim.height;
  };
  for (const front of sheet.front.filter((c) => c.down === slot && here(c))) {
    const x: Vector = [front.trim.x, front.trim.x + front.trim.width];
    const y: Vector = [front.trim.y, front.trim.y + front.trim.height];
    const backs = sheet.back.filter((c) => {
      const t = through(c);
      return c.down === slot && near(t.x[0], x[0]) && near(t.x[1], x[1]) && near(t.y[0], y[0]) && near(t.y[1], y[1]);
    });
    if (backs.length !== 1) throw new Error(`Page ${front.place} has ${backs.length} pages behind it.`);
    out.push(
      inPiece(turnsDown(down), trim, {
        x,
        y,
        up: { reading: front.place, head: HEADS[front.head]! },
        down: { reading: backs[0]!.place, head: through(backs[0]!).head },
      }),
    );
  }
  return out;
}

/** A scrap turned back by as many quarters as its piece was turned to lie. */
function inPiece(turns: number, trim: { x: number; y: number; width: number; height: number }, s: Scrap): Scrap {
  let { x, y } = { x: [s.x[0] - trim.x, s.x[1] - trim.x] as Vector, y: [s.y[0] - trim.y, s.y[1] - trim.y] as Vector };
  let size = { width: trim.width, height: trim.height };
  let turn = (v: Vector): Vector => v;
  for (let i = 0; i < turns; i++) {
    // a quarter turn clockwise
    const { width } = size;
    [x, y] = [y, [width - x[1], width - x[0]]];
    size = { width: size.height, height: width };
    const before = turn;
    turn = (v) => {
      const [a, b] = before(v);
      return [b, -a];
    };
  }
  const print = (p: Print): Print => ({ ...p, head: turn(p.head) });
  return { x, y, up: print(s.up), down: print(s.down) };
}

/**
 * Folds scraps along lines given in millimetres. `lines` are where the paper is creased, before any fold; a fold names
 * the crease by its number among those that the pile then has along that axis.
 * @returns scraps from the top of the pile
 */
export function foldPaper(
  scraps: readonly Scrap[],
  folds: readonly Fold[],
  lines: { readonly upright: readonly number[]; readonly level: readonly number[] },
): Scrap[] {
  let pile = [...scraps];
  const creases = { upright: [...lines.upright].sort((a, b) => a - b), level: [...lines.level].sort((a, b) => a - b) };
  for (const fold of folds) {
    const axis = fold.axis === 'upright' ? 'x' : 'y';
    const line = creases[fold.axis][fold.at - 1]!;
    const mirror = (v: number): number => 2 * line - v;
    const moves = (v: number): boolean => (fold.moves === 'low' ? v < line : v > line);
    const lifted = pile
      .filter((s) => moves((s[axis][0] + s[axis][1]) / 2))
      .map((s): Scrap => {
        const flip = (p: Print): Print => ({
          ...p,
          head: axis === 'x' ? [-p.head[0], p.head[1]] : [p.head[0], -p.head[1]],
        });
        return { ...s, [axis]: [mirror(s[axis][1]), mirror(s[axis][0])], up: flip(s.down), down: flip(s.up) };
      })
      .reverse();
    const left = pile.filter((s) => !moves((s[axis][0] + s[axis][1]) / 2));
    pile = fold.to === 'over' ? [...lifted, ...left] : [...left, ...lifted];
    const still = creases[fold.axis].filter((v) => v !== line && !moves(v));
    const moved = creases[fold.axis].filter((v) => v !== line && moves(v)).map(mirror);
    // creases of the two halves fall on each other where both have them
    creases[fold.axis] = [...still, ...moved]
      .sort((a, b) => a - b)
      .filter((v, i, all) => i === 0 || Math.abs(v - all[i - 1]!) > 1e-3);
  }
  return pile;
}

/** Pages as they are turned: the face on top, then each leaf's two sides; with where their heads point. */
export function turnPages(
  pile: readonly Scrap[],
  bound: 'left' | 'right' | 'top',
): { reading: number; head: Vector }[] {
  return pile.flatMap((s) => {
    const { head } = s.down;
    // a leaf turned about an upright spine keeps its head; over the head it comes to point the other way
    return [s.up, { reading: s.down.reading, head: bound === 'top' ? ([head[0], -head[1]] as Vector) : head }];
  });
}

/** Folds one piece of a planned sheet as its way says, and reads its pages. */
export function readBlock(
  plan: Plan<'bound'>,
  sheet: Sheet,
  slot: number,
  bound: 'left' | 'right' | 'top',
): { pages: { reading: number; head: Vector }[]; pile: readonly Scrap[] } {
  const { shape, way }: Section = plan.product.sections[sheet.downs[slot]!]!;
  const at = (axis: 'upright' | 'level'): number[] => shape.folds.filter((f) => f.axis === axis).map((f) => f.at);
  const pile = foldPaper(cutOut(sheet, slot), way.folds, { upright: at('upright'), level: at('level') });
  return { pages: turnPages(pile, bound), pile };
}
