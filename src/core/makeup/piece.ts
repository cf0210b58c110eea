import type { Lies, Process, SheetWish } from '../docket';
import type { Edges, InUnits, Matrix, Outline, QuarterTurns, Rect, Series, Size } from '../measure';
import type { Fold } from '../fold';
import type { Stamp } from '../imprint';
import type { Strip } from './made-bleed';
import type { PageRef } from '../pages';
import type { Machine, Stock } from '../shop';
import type { SpineEdge } from './placing';

/**
 * What a product is made of, whatever it is. A piece is paper until the knife; everything from the lay on knows pieces
 * and their content, and nothing of the product. Lengths are millimetres from the lower left of a piece's outermost
 * trims, seen from its outer side.
 */

/** A page on one face of a piece. */
export interface Print {
  readonly face: 'outer' | 'inner';
  /** Which of the piece's places it is, from 1. */
  readonly page: number;
  /** The page, upright. */
  readonly size: Size;
  readonly trim: Rect;
  /** Where its head points, seen from the outer side: quarter turns counter-clockwise from up. */
  readonly head: QuarterTurns;
  /** What of the artwork shows: the trim with its bleed, up to the fold. */
  readonly clip: Outline;
}

/** A line across a piece. */
export interface Line {
  readonly kind: 'fold' | 'score' | 'perforation' | 'trim';
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
  /** Which fold makes it, from 1, or is made along it as at the spine of a cover; 0 for what nothing folds. */
  readonly order: number;
}

/** What a piece is shaped like; pieces that are alike share it. */
export interface Shape {
  /** From the outermost trim to the outermost trim. */
  readonly size: Size;
  readonly outline: Outline;
  /** Paper needed outside those trims. */
  readonly margin: Edges;
  readonly prints: readonly Print[];
  readonly lines: readonly Line[];
  /** The ways it may lie on paper: by quarter turns, or at any angle. */
  readonly turns: 'quarters' | 'any';
  /** Whether it is cut out of the flat sheet at its trims, or with its margin, to be trimmed when it is bound. */
  readonly cut: 'trimmed' | 'with its margin';
  /** Whether the sheet is the piece, and is not cut: it lies to the paper’s edge, and what does not print there stays white. */
  readonly wholeSheet?: boolean;
  /** The area that is left of it in the end, mm². */
  readonly used: number;
  /** Radius of its corners, which are cut round when it is cut out, mm; nothing where they are square. */
  readonly corners?: number;
  /** How it is folded along its fold lines; nothing where it is not. */
  readonly way?: {
    readonly columns: number;
    readonly rows: number;
    readonly folds: readonly Fold[];
    readonly spans?: readonly number[];
  };
}

/**
 * Paper that falls off a block when it is trimmed, at the edges that are not its spine, mm: its head is the upper end of its
 * spine as it lies with that on the left, whatever it is called.
 */
export interface Off {
  readonly head: number;
  readonly foot: number;
  readonly face: number;
}

/** How a bound block is trimmed to its size. */
export interface Trimming {
  /** From the spine to the face, and along the spine, when it is trimmed, mm. */
  readonly deep: number;
  readonly along: number;
  /**
   * What falls off a piece of it, where most does.
   * @param paper what there is of paper outside its outermost trims, as the shape lies
   */
  readonly off: (shape: Shape, paper: Edges) => Off;
}

/** A step by which gathered pieces are checked: it stands at an edge of a page. */
export interface CollatingStep {
  readonly page: number;
  readonly edge: SpineEdge;
  /** How far outside the page's trim, mm. */
  readonly out: number;
  /** Which piece it is in the order in which they are gathered, from 1. */
  readonly step: number;
}

/** Where a piece's name can be written: beside one of its pages, upright. */
export interface NamePlace {
  readonly page: number;
  /** Paper beyond the page's right edge and its bleed that is cut away. */
  readonly lap: number;
  readonly bleed: number;
}

/** Words that belong on a page, whatever marks are wished for: those on a tab. */
export interface PageWords {
  readonly page: number;
  /** What stands out, the page upright. */
  readonly rect: Rect;
  readonly text: string;
  /** Quarter turns counter-clockwise in which they read. */
  readonly turned: QuarterTurns;
}

/** A strip along an edge of a piece that the piece beside it lies over when it hangs. */
export interface Covered {
  readonly page: number;
  readonly edge: keyof Edges;
  readonly rect: Rect;
  /** What lies over it: `A2`. */
  readonly by: string;
}

/** A piece: paper that stays together until it is cut out. */
export interface Piece {
  /** Its place among the pieces of the product, from 0. */
  readonly id: number;
  /** What it is called: `section` and 3; only `cover` where there is one. */
  readonly noun: string;
  readonly number: number | null;
  /** Whether there are others that it must be told from by its name. */
  readonly named: boolean;
  readonly step: CollatingStep | null;
  readonly namePlace: NamePlace | null;
  readonly words: readonly PageWords[];
  /** What of it others cover. */
  readonly covered?: readonly Covered[];
  readonly shape: Shape;
  readonly stock: Stock;
  readonly machine: Machine;
  readonly printed: 'both' | 'outside';
  /** For each of its pages from 1, its place in the content. */
  readonly places: readonly number[];
  /** How many are wanted. */
  readonly wanted: number;
}

/** What stands at a place: one truth for the light table, the dummy and the PDF. */
export interface Placed {
  /** Where it is from; null for a blank, or where the file has no such page. */
  readonly page: PageRef | null;
  /** What it is called. */
  readonly label: string;
  /** Takes the artwork page (from the lower left of its media box, seen upright) to the upright page; null for none. */
  readonly toPage: Matrix | null;
  /** Of a part of an artwork page, what may be seen of that page: not its neighbours. Null for all of it. */
  readonly reach: Rect | null;
  /** What is drawn of it once more under it, beyond its edges: bleed that is made. Nothing where it is not said. */
  readonly made?: readonly Strip[];
  /** What is put on it at imposition; none where it is not said. */
  readonly stamps?: readonly Stamp[];
}

/** The pages of a product by their places, from 1. */
export interface Content {
  readonly places: number;
  readonly at: (place: number) => Placed;
}

/** How pieces follow each other where several lie on a sheet. */
export type Order = SheetWish['fill'] | 'stack' | 'shared';

/** What is done with places that nothing is left for: they stay empty, or what is there comes again. */
export type Last = 'blanks' | 'repeats' | 'smaller-lot';

/** How pieces of a shape lie beside each other. */
export type LayStyle =
  /** Each with all its margin, in one block; the way round that is said, where it fits so, else the one that lays more. */
  | { readonly kind: 'block'; readonly lies?: 'upright' | 'sideways' }
  /** Cut out at their trims, with gaps that neighbours share. */
  | {
      readonly kind: 'cut-out';
      readonly bleed: number;
      /** Between columns and between rows, mm. */
      readonly gap: { readonly across: number; readonly down: number };
      readonly lies: Lies;
      /** In which order its places are counted. */
      readonly counted: 'across' | 'down';
      /** How many sheets are printed with so many on each, of which each gives `each` copies: fewest are best. */
      readonly sheets: (up: number, each: 1 | 2) => number;
    };

/** Pieces of one shape, stock and machine that may share sheets. */
export interface Gang {
  /** Gangs of the same key lie alike. */
  readonly key: string;
  /** What one of its pieces is called: `text`, `cover`. */
  readonly called: string;
  readonly shape: Shape;
  /** Their ids, in running order. */
  readonly pieces: Series<number>;
  readonly order: Order;
  /** Stacks: how many sheets are cut at once at most. */
  readonly lift: number;
  /** Stacks: whether every pile is of exactly so many leaves, as pads are. */
  readonly exact: boolean;
  readonly last: Last;
  /** Shared: how many unlike sheets there may be. */
  readonly forms: number | 'fewest-sheets';
  readonly style: LayStyle;
  /** Come-and-go: the piece that lies head to tail with each. */
  readonly partner: (piece: number) => number;
  /** The sheet they are laid on: the docket's, with their own stock and machine. */
  readonly sheet: SheetWish;
  /** Whether it is what the job is mainly made of: its text. */
  readonly main: boolean;
  /** Whether it goes to a machine as a job of its own even where others could go with it. */
  readonly apart: boolean;
  /** Whether its sheets take turns with those of the gangs beside it that do so too. */
  readonly collated?: boolean;
  /** Whether one more print of its first sheet can go ahead of it, to set machines up by. */
  readonly leads?: boolean;
}

/** More than can be laid in one job. */
export interface TooMuch {
  readonly of: 'pages' | 'pieces' | 'panels' | 'cells';
  readonly wanted: number;
  readonly most: number;
}

/** How many of a shape lie on a sheet: a make-up that chooses between pieces asks. */
export type Laying = (sheet: SheetWish, shape: Shape) => { readonly up: number; readonly fits: boolean };

/** What the pieces of one copy come to, for the machines that finish it. */
export interface Assembly {
  /** What one is called: `booklet`; and what lies several up: `sections`. */
  readonly thing: string;
  readonly pieces: string;
  readonly finished: Size;
  /** Pressed flat, in mm, and how that comes. */
  readonly thickness: number;
  readonly thicknessSum: InUnits;
  /** Sheets that lie in each other; 0 where none do. */
  readonly nested: number;
  readonly pages: number;
  /** How a copy comes to be of its sheets: `28 pages ÷ 4 a sheet`; whether that is the whole of it. */
  readonly madeOf: { readonly said: string; readonly all: boolean };
  /** The ids of pieces that are folded, and how often the one that is folded most. */
  readonly folded: readonly number[];
  readonly mostFolds: number;
  /** The process that makes it; null where it is whole when it is cut. */
  readonly process: Process | null;
  /** Whether folding is a step of its own, however few folds there are. */
  readonly foldedApart: boolean;
  /** How it is trimmed when it is bound; null where it comes to its size flat, or is not trimmed. */
  readonly trimming: Trimming | null;
  /** How long its spine is, mm; 0 where it has none. */
  readonly spine: number;
  /** What the edges of a block are called that lies with its spine on the left: what is bound at the top lies on its side. */
  readonly edges: Readonly<Record<keyof Off, string>>;
  /** What is milled off its spine, mm. */
  readonly milled: number;
}

/** A product made up. */
export interface MadeUp<P> {
  readonly product: P;
  readonly content: Content;
  /** By their ids, each made when it is asked for. */
  readonly pieces: Series<Piece>;
  readonly gangs: readonly Gang[];
  readonly assembly: Assembly;
  /** Where not all that is wished for is made up. */
  readonly tooMany: TooMuch | null;
}
