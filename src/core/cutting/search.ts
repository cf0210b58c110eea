import { EPSILON, type Rect } from '../measure';
import { held, less, NOTHING, plus, type Cost } from './held';
import {
  between,
  bothSound,
  high,
  inOrder,
  isDone,
  likeness,
  linesThrough,
  low,
  sharedOut,
  soundEnd,
  type End,
  type Pile,
  type Sound,
  type State,
} from './piles';

/** One way to divide a pile: by lines in one direction, its parts then in the other. */
export interface Way {
  readonly pile: Pile;
  /** Whether the lines are upright as the sheet lies, at x; else level, at y. Rising. */
  readonly upright: boolean;
  readonly at: readonly number[];
  /** Which edge lies at the back gauge first: that of the lower figures, or of the higher ones. */
  readonly gauge: End;
  /** Lines that are cut so, from the far end in, before the pile is turned round for the others. */
  readonly before: number;
  /** The parts between the lines, rising. Nothing is done any more to waste and to a piece that is out. */
  readonly parts: readonly Part[];
}

export interface Part {
  readonly rect: Rect;
  readonly waste: boolean;
  /** Null where it is done. */
  readonly way: Way | null;
  /** Parts that look alike are cut together: the same for each of them. */
  readonly like: string;
}

/** Lines of which every choice is tried; of how many where pieces are few; and pieces that are looked at in all of that. */
const ALL_CHOICES = 5;
const ALL_OF_FEW = 8;
const FEW_PIECES = 10;
const MOST_LOOKED_AT = 40_000;

interface Found {
  readonly way: Way | null;
  /** Of piles that look alike, one. */
  readonly cost: Cost;
}

/** Looks for the cheapest way, with memory over piles that look alike. */
class Search {
  readonly #known = new Map<string, Found | null>();
  #lookedAt = 0;

  constructor(readonly clamp: number | null) {}

  /** The cheapest way to divide a pile. @param cut the direction in which it has just been cut; null for the sheet */
  find(pile: State, cut: boolean | null): Found | null {
    if (isDone(pile)) return { way: null, cost: NOTHING };
    const { left, right, bottom, top } = pile.sound;
    const key = `${cut} ${+left}${+right}${+bottom}${+top} ${likeness(pile)}`;
    const known = this.#known.get(key);
    if (known !== undefined) return known;
    const directions = [true, false]
      .filter((d) => d !== cut)
      .map((upright) => ({ upright, at: linesThrough(pile, upright) }));
    let best: Found | null = null;
    let plain = false;
    for (const { upright, at } of directions) {
      if (at.length === 0) continue;
      const found = this.#by(pile, upright, at, null);
      if (found && (!best || less(found.cost, best.cost))) best = found;
      if (found?.way) plain ||= isPlain(found.way);
    }
    // where all strips are alike and each is cut straight through, no other order takes less
    if (!plain)
      for (const { upright, at } of directions)
        for (const some of choices(pile, upright, at, this.#lookedAt < MOST_LOOKED_AT)) {
          const found = this.#by(pile, upright, some, best?.cost ?? null);
          if (found && (!best || less(found.cost, best.cost))) best = found;
        }
    this.#known.set(key, best);
    return best;
  }

  /** A pile divided by these lines. @param most what it must take less than; null for no bound */
  #by(pile: State, upright: boolean, at: readonly number[], most: Cost | null): Found | null {
    const { rect, sound } = pile;
    this.#lookedAt += pile.pieces.length;
    const bounds = [low(rect, upright), ...at, high(rect, upright)];
    const inside = sharedOut(pile.pieces, bounds, upright);
    const ends = { low: soundEnd(sound, upright, 'low'), high: soundEnd(sound, upright, 'high') };
    const {
      gauge,
      before,
      cost: own,
    } = held(
      bounds,
      inside.map((p) => p.length === 0),
      ends,
      this.clamp,
    );
    let cost = own;
    const groups = new Map<string, State>();
    const piles = inside.map((pieces, i): State & { readonly like: string } => {
      const part: State = {
        rect: between(rect, upright, bounds[i]!, bounds[i + 1]!),
        pieces,
        sound: upright
          ? { ...sound, left: i > 0 || sound.left, right: i < at.length || sound.right }
          : { ...sound, bottom: i > 0 || sound.bottom, top: i < at.length || sound.top },
      };
      const like = pieces.length > 0 ? likeness(part) : '';
      const before = groups.get(like);
      // what is cut together is measured from an edge that is sound on all of it
      if (like) groups.set(like, before ? { ...before, sound: bothSound(before.sound, part.sound) } : part);
      return { ...part, like };
    });
    const ways = new Map<string, Way | null>();
    // what is not done takes a turn and a cut at the least
    let open = [...groups.values()].filter((part) => !isDone(part)).length;
    for (const [like, part] of groups) {
      if (most && !less(plus(cost, [0, 0, open, open]), most)) return null;
      const found = this.find(part, upright);
      if (!found) return null;
      ways.set(like, found.way);
      if (!found.way) continue;
      cost = plus(plus(cost, found.cost), [0, 0, 1, 0]);
      open--;
    }
    const parts = piles.map(({ rect, pieces, like }): Part => {
      const way = ways.get(like) ?? null;
      return { rect, waste: pieces.length === 0, way: way && movedTo(way, rect), like };
    });
    return { way: { pile, upright, at, gauge, before, parts }, cost };
  }
}

/** Whether all strips look alike and each is cut straight through to pieces. */
function isPlain({ parts }: Way): boolean {
  const kept = parts.filter((p) => !p.waste);
  return kept.every((p) => p.like === kept[0]!.like) && (kept[0]?.way?.parts.every((p) => p.way === null) ?? true);
}

/**
 * Lines to be cut first where not all are: the outermost waste; what parts strips that are not alike; both. Every choice
 * of them where there are few. Both lines of a gap are cut in one go: strips that kept its waste would have to be laid along
 * the knife with their long sides, and ten of them are longer than any guillotine is wide.
 */
function* choices(pile: State, upright: boolean, at: readonly number[], all: boolean): Generator<readonly number[]> {
  const n = at.length;
  if (n < 2) return;
  const bounds = [low(pile.rect, upright), ...at, high(pile.rect, upright)];
  const parts = sharedOut(pile.pieces, bounds, upright);
  const bundles: number[][] = [];
  for (const [i, v] of at.entries()) {
    const gap = i > 0 && parts[i]!.length === 0;
    if (gap) bundles.at(-1)!.push(v);
    else bundles.push([v]);
  }
  const like = (i: number): string =>
    likeness({ pieces: parts[i]!, rect: between(pile.rect, upright, bounds[i]!, bounds[i + 1]!) });
  const trims = at.filter((_, i) => (i === 0 && parts[0]!.length === 0) || (i === n - 1 && parts[n]!.length === 0));
  const unlike: number[] = [];
  let last: number | null = null;
  for (const [i, pieces] of parts.entries()) {
    if (pieces.length === 0) continue;
    if (last !== null && like(last) !== like(i)) unlike.push(...at.slice(last, i));
    last = i;
  }
  const both = at.filter((v) => trims.includes(v) || unlike.includes(v));
  for (const some of [trims, unlike, both]) if (some.length > 0 && some.length < n) yield some;
  if (!all || bundles.length > (pile.pieces.length > FEW_PIECES ? ALL_CHOICES : ALL_OF_FEW)) return;
  for (let bits = 1; bits < 2 ** bundles.length - 1; bits++) yield bundles.filter((_, i) => bits & (1 << i)).flat();
}

/** A way that was found for a pile that looks alike, where this one lies. */
function movedTo(way: Way, r: Rect): Way {
  const dx = r.x - way.pile.rect.x;
  const dy = r.y - way.pile.rect.y;
  if (Math.abs(dx) < EPSILON && Math.abs(dy) < EPSILON) return way;
  const move = (q: Rect): Rect => ({ ...q, x: q.x + dx, y: q.y + dy });
  return {
    ...way,
    pile: { rect: move(way.pile.rect), pieces: way.pile.pieces.map(move) },
    at: way.at.map((v) => v + (way.upright ? dx : dy)),
    parts: way.parts.map((p) => {
      const rect = move(p.rect);
      return { ...p, rect, way: p.way && movedTo(p.way, rect) };
    }),
  };
}

/**
 * The cheapest way to cut a pile apart by straight cuts: strips that can be held, measures from sound edges, fewest
 * turns, fewest cuts. A state is a rectangle with the pieces in it; after cuts in one direction come cuts in the other;
 * every choice of lines is tried where there are no more than five in a direction, or eight of ten pieces; of more those
 * that a cutter would look at. Lines that are free stay free when others parallel to them are cut first, so that where
 * straight cuts divide a pile at all a way is found.
 * @param clamp what must lie behind the knife at the least, mm; null where no machine is known
 * @returns null where no straight cut from edge to edge divides it; no way where nothing is to be cut
 */
export const cheapestWay = (pile: Pile, sound: Sound, clamp: number | null): { readonly way: Way | null } | null =>
  new Search(clamp).find({ rect: pile.rect, pieces: inOrder(pile.pieces), sound }, null);
