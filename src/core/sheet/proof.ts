import type { ProofWish } from '../docket';
import {
  compose,
  formatNumber,
  intersect,
  rect,
  scaling,
  translation,
  type Matrix,
  type Rect,
  type Size,
} from '../measure';
import { fewestAlong, panelName } from '../makeup';
import type { Plan } from './plan';
import { SIDE_NAMES, type SideName } from './sheets';

/** A page of the imposed file where it lies on a page of the proof. */
export interface Proofed {
  /** From 1, in the imposed file. */
  readonly page: number;
  /** Takes the imposed page, mm from its lower left, to the proof's. */
  readonly at: Matrix;
  readonly clip: Rect;
}

/** A page of the proof. Millimetres from its lower left. */
export interface ProofPage {
  readonly paper: Size;
  readonly placed: readonly Proofed[];
  /** What its margin says: that it is a proof, how large, of what. */
  readonly words: string;
  /** Where its base line begins, and how long it may be. */
  readonly wordsAt: readonly [x: number, y: number, room: number];
}

/** Height of the words' capitals, and the strip that is kept for them. mm */
export const WORDS = 2.2;
const STRIP = 5;
/** Between a front and its back where they are one. mm */
const BETWEEN = 6;

/** What is proofed as one: a side, or a front with its back. */
interface Subject {
  readonly said: string;
  readonly size: Size;
  readonly parts: readonly { readonly page: number; readonly x: number; readonly y: number; readonly size: Size }[];
}

/** A sheet of the file that is proofed: its size there, the plate's where it has one, and which of its pages it is. */
interface SideOf {
  readonly number: number;
  readonly side: SideName;
  readonly page: number;
  readonly size: Size;
}

/** The sides of a plan as the imposed file has them, a page each. */
function* sidesOf({ sheets }: Plan): Generator<SideOf> {
  const two = sheets.blocks.some((b) => b.sides === 2);
  let page = 0;
  for (let i = 0; i < sheets.length; i++) {
    const { lay, number, sides } = sheets.at(i);
    const size = lay.plate?.plate ?? lay.paper;
    for (const side of SIDE_NAMES.slice(0, two ? 2 : 1)) {
      page++;
      // a back that nothing is printed on is a page of the file, and nothing to be proofed
      if (side === 'front' || sides === 2) yield { number, side, page, size };
    }
  }
}

const single = ({ number, side, page, size }: SideOf): Subject => ({
  said: `sheet ${number}, ${side}`,
  size,
  parts: [{ page, x: 0, y: 0, size }],
});

/** A front with its back, beside each other or one above the other: whichever is nearer to the paper's shape. */
function both(front: SideOf, back: SideOf, paper: Size): Subject {
  const [a, b] = [front.size, back.size];
  const beside = { width: a.width + BETWEEN + b.width, height: Math.max(a.height, b.height) };
  const above = { width: Math.max(a.width, b.width), height: a.height + BETWEEN + b.height };
  const fits = (s: Size): number =>
    Math.max(
      Math.min(paper.width / s.width, paper.height / s.height),
      Math.min(paper.height / s.width, paper.width / s.height),
    );
  const level = fits(beside) >= fits(above);
  return {
    said: `sheet ${front.number}, front and back`,
    size: level ? beside : above,
    parts: [
      { page: front.page, x: 0, y: level ? 0 : b.height + BETWEEN, size: a },
      { page: back.page, x: level ? a.width + BETWEEN : 0, y: 0, size: b },
    ],
  };
}

function* subjects(plan: Plan, { together, paper }: ProofWish): Generator<Subject> {
  let front: SideOf | null = null;
  for (const it of sidesOf(plan)) {
    if (!together) yield single(it);
    else if (it.side === 'back' && front) {
      yield both(front, it, paper);
      front = null;
    } else {
      if (front) yield single(front);
      front = it;
    }
  }
  if (front) yield single(front);
}

/** Paper one way round, and what of it shows the proof: what is printed, without the strip for words. */
interface Ground {
  readonly paper: Size;
  readonly area: Rect;
}

function groundsOf({ paper: { width, height }, noPrint: n }: ProofWish): readonly Ground[] {
  const area = (w: number, h: number, left: number, right: number, top: number, bottom: number): Rect =>
    rect(left, bottom + STRIP, w - left - right, h - top - bottom - STRIP);
  return [
    { paper: { width, height }, area: area(width, height, n.left, n.right, n.top, n.bottom) },
    // a quarter turn round, its edges with it
    { paper: { width: height, height: width }, area: area(height, width, n.top, n.bottom, n.right, n.left) },
  ];
}

/** How much smaller it is made so that it shows whole: to a tenth of a per cent, so that what is said of it is so. */
const factorOn = ({ area }: Ground, { width, height }: Size): number =>
  Math.min(1, Math.floor(Math.min(area.width / width, area.height / height) * 1000) / 1000);

const best = (grounds: readonly Ground[], worth: (g: Ground) => number): Ground =>
  grounds.reduce((a, b) => (worth(b) > worth(a) + 1e-9 ? b : a));

/** A subject as it lies on a ground, made smaller by a factor, its lower left at a point. */
function lying(
  { paper, area }: Ground,
  subject: Subject,
  factor: number,
  x: number,
  y: number,
  words: string,
): ProofPage {
  const placed = subject.parts.flatMap(({ page, x: dx, y: dy, size }): Proofed[] => {
    const [px, py] = [x + dx * factor, y + dy * factor];
    const clip = intersect(area, rect(px, py, size.width * factor, size.height * factor));
    return clip ? [{ page, at: compose(scaling(factor), translation(px, py)), clip }] : [];
  });
  return { paper, placed, words, wordsAt: [area.x, area.y - STRIP + 1.5, area.width] };
}

const percent = (factor: number): string => `${formatNumber(factor * 100, 1)} %`;

function* panelsOf(subject: Subject, wish: ProofWish, said: string): Generator<ProofPage> {
  const { size } = subject;
  const overlapOn = ({ area }: Ground): number => Math.min(wish.overlap, area.width / 2, area.height / 2);
  const counted = (g: Ground): [number, number] => [
    fewestAlong(size.width, g.area.width, overlapOn(g))!,
    fewestAlong(size.height, g.area.height, overlapOn(g))!,
  ];
  const ground = best(groundsOf(wish), (g) => -counted(g)[0] * counted(g)[1]);
  const [columns, rows] = counted(ground);
  const { area } = ground;
  const o = overlapOn(ground);
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const x = area.x - column * (area.width - o);
      const y = area.y + area.height - size.height + row * (area.height - o);
      const name = `panel ${panelName('upper-left', { columns, rows }, { column, row })} of ${columns * rows}`;
      yield lying(ground, subject, 1, x, y, `${said} · ${name}, 100 %`);
    }
}

/** The pages of a proof, each made when it is asked for. @param title of the job */
export function* proofOf(plan: Plan, wish: ProofWish, title: string): Generator<ProofPage> {
  const grounds = groundsOf(wish);
  for (const subject of subjects(plan, wish)) {
    const { size } = subject;
    const said = `Proof, not for print · ${title} · ${subject.said}`;
    const middle = (g: Ground, factor: number): [number, number] => [
      g.area.x + (g.area.width - size.width * factor) / 2,
      g.area.y + (g.area.height - size.height * factor) / 2,
    ];
    switch (wish.how) {
      case 'scaled': {
        const ground = best(grounds, (g) => factorOn(g, size));
        const factor = factorOn(ground, size);
        yield lying(ground, subject, factor, ...middle(ground, factor), `${said} · ${percent(factor)}`);
        break;
      }
      case 'cropped': {
        const ground = best(grounds, (g) => Math.min(g.area.width, size.width) * Math.min(g.area.height, size.height));
        const whole = ground.area.width >= size.width && ground.area.height >= size.height;
        yield lying(ground, subject, 1, ...middle(ground, 1), `${said} · ${whole ? '' : 'cropped, '}100 %`);
        break;
      }
      case 'panels':
        yield* panelsOf(subject, wish, said);
    }
  }
}

/** Pages of a proof at most. */
export const MOST_PROOFED = 20_000;

/** How many pages a proof has, one more than there may be where it has more; and how much smaller its first is. */
export function proofSaid(plan: Plan, wish: ProofWish): { readonly pages: number; readonly factor: number } {
  let pages = 0;
  let factor = 1;
  for (const page of proofOf(plan, wish, '')) {
    if (pages === 0) factor = page.placed[0]?.at[0] ?? 1;
    pages++;
    if (pages > MOST_PROOFED) break;
  }
  return { pages, factor };
}
