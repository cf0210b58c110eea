import { describe, expect, it } from 'vitest';
import type { DocketOf, FinishStep, Patch } from '../docket';
import { plan } from '../sheet';
import { artworkOf, BINDER, BOARD, changed, docketFor, FOLDER, GUILLOTINE, SHOP, TRIMMER } from '../testing';
import { cutCard, machineSetups, trimKnife } from '.';

const STITCHER = SHOP.finishers.find((f) => f.kind === 'stitcher')!;
const stitch = { process: 'stitch', machine: STITCHER } as FinishStep;
const SRA3 = SHOP.stocks[2]!;

const wished = (pages: number, route: FinishStep[], ...more: Patch[]): DocketOf<'bound'> =>
  [{ finish: { here: true, route } } as Patch, ...more].reduce<DocketOf<'bound'>>(
    (d, p) => changed(d, p),
    docketFor(artworkOf(pages)),
  );
const setups = (docket: DocketOf<'bound'>, pages: number, unit: 'mm' | 'in' = 'mm') =>
  machineSetups(docket, plan(docket, artworkOf(pages)), unit);
const figuresOf = (of: ReturnType<typeof setups>[number]) =>
  Object.fromEntries(of.figures.map((f) => [f.label, Number(f.value.toFixed(3))]));

describe('how machines are set', () => {
  const ON_SRA3: Patch = { product: { copies: 250 }, sheet: { stock: SRA3, up: 'one' } } as Patch;

  it('stitchers by stitches, the fold and the trims', () => {
    const [it, ...more] = setups(wished(28, [stitch], ON_SRA3), 28);
    expect(more).toEqual([]);
    expect(it!.what).toBe('Stitch 250 booklets of 7 sheets');
    // 450 × 320 folded in the middle, 55 off at head and foot
    expect(figuresOf(it!)).toEqual({
      'Stitch 1': 52.5,
      'Stitch 2': 157.5,
      Fold: 225,
      'Trim at the face': 148,
      'Off at the head': 55,
      'Head to foot': 210,
    });
    expect(it!.drawing.size).toEqual({ width: 225, height: 320 });
    expect(it!.drawing.inner).toEqual({ x: 0, y: 55, width: 148, height: 210 });
    // the first stitch is the upper one
    expect(it!.drawing.lines[0]!.from[1]).toBeCloseTo(55 + 210 - 52.5 - 6, 9);
  });

  it('stitchers that trim the face, and the guillotine behind them, each by what it does', () => {
    const face = { ...stitch, machine: { ...STITCHER, trims: 'face' } } as FinishStep;
    const docket = wished(28, [face, { process: 'trim', machine: GUILLOTINE }], ON_SRA3);
    const [first, second] = setups(docket, 28);
    expect(Object.keys(figuresOf(first!))).toEqual(['Stitch 1', 'Stitch 2', 'Fold', 'Trim at the face']);
    expect(second!.figures.map((f) => [f.label, f.value, f.note])).toEqual([
      ['Cut 1', 265, 'Head to the gauge, 10.433 in'],
      ['Cut 2', 210, 'Half turn, 8.268 in'],
    ]);
    expect(second!.drawing.size).toEqual({ width: 148, height: 320 });
    // the foot is cut at 265 from the head, and then the head at 210 from there
    expect(second!.drawing.lines.map((l) => l.from[1])).toEqual([55, 265]);
  });

  it('trimmers by the size, with what falls off', () => {
    const bare = { ...stitch, machine: { ...STITCHER, trims: 'nothing' } } as FinishStep;
    const docket = wished(28, [bare, { process: 'trim', machine: TRIMMER }], ON_SRA3);
    const [, it] = setups(docket, 28, 'in');
    expect(figuresOf(it!)).toEqual({ 'Spine to face': 148, 'Head to foot': 210 });
    expect(it!.figures.map((f) => f.note)).toEqual(['3.031 in off', '2.165 in off at the head, 2.165 in at the foot']);
    expect(trimKnife(docket, plan(docket, artworkOf(28)))).toBeNull();
  });

  it('folders by their plates in order, and binders by what they mill and where the cover is scored', () => {
    const docket = wished(
      32,
      [
        { process: 'fold', machine: FOLDER },
        { process: 'bind', machine: BINDER },
      ],
      {
        product: {
          binding: { kind: 'perfect-bound', grindOff: 3 },
          cover: {
            kind: 'separate',
            from: 'text',
            stock: BOARD,
            machine: null,
            printed: 'both',
            flaps: 0,
            hinge: 6,
            spine: 10,
          },
          sections: { kind: 'set', list: [1, 2].map(() => ({ fold: '16-right-angle', stock: null })) },
        },
        sheet: { stock: { ...SRA3, id: 'b2', format: 'B2', width: 500, height: 707 } },
      } as Patch,
    );
    const all = setups(docket, 32);
    const fold = all.find((s) => s.machine === FOLDER.name)!;
    expect(fold.from).toContain('from the edge that goes in first');
    expect(fold.figures.map((f) => f.label)).toEqual(fold.figures.map((_, i) => `Plate ${i + 1}`));
    const bind = figuresOf(all.find((s) => s.machine === BINDER.name)!);
    expect(bind['Mill off']).toBe(3);
    expect(bind.Block).toBe(10);
    // hinges 6 beside a spine of 10
    const scores = [1, 2, 3, 4].map((n) => bind[`Score ${n}`]!);
    expect(scores.slice(1).map((s, i) => Number((s - scores[i]!).toFixed(3)))).toEqual([6, 10, 6]);
  });

  it('punches by their pitch, and nothing where they have none', () => {
    const punch = SHOP.finishers.find((f) => f.kind === 'punch') ?? {
      kind: 'punch',
      id: 'punch',
      name: 'Nuthatch',
      thickest: null,
      largest: { width: 340, height: 420 },
      speed: 120,
      makeReady: 8,
      hour: 0,
    };
    const bound = { product: { binding: { kind: 'loose-leaf', by: 'wire', clearance: 8, order: 'repeat' } } } as Patch;
    const on = (more: object) =>
      wished(20, [{ process: 'punch', machine: { ...punch, ...more } } as FinishStep], bound, ON_SRA3);
    const [it] = setups(on({ pitch: 8.47, inset: 4.5 }), 20);
    expect(it!.what).toBe('Punch 250 books, 24 holes');
    expect(figuresOf(it!)).toMatchObject({ 'From the edge': 4.5, 'First hole': 7.595, 'Hole to hole': 8.47 });
    expect(it!.drawing.lines).toHaveLength(24);
    expect(Object.keys(figuresOf(setups(on({}), 20)[0]!))).toEqual(['Block']);
  });

  it('of what is bound at the top by the names that its edges have there', () => {
    // 148 × 210 bound at its head: the spine is 148 long; more paper is left at the left edge than at the right
    const bare = { ...stitch, machine: { ...STITCHER, trims: 'nothing' } } as FinishStep;
    const docket = wished(28, [bare, { process: 'trim', machine: GUILLOTINE }], ON_SRA3, {
      product: { bound: 'top', bleed: 3, trims: { head: 9, foot: 4, face: 5 } },
    } as Patch);
    const planned = plan(docket, artworkOf(28));
    const [stitching, trims] = machineSetups(docket, planned, 'mm');
    expect(stitching!.from).toBe('Stitches from the right edge of the finished piece');
    expect(stitching!.figures.slice(0, 2).map((f) => [f.value, f.note])).toEqual([
      [37, 'from the right edge'],
      [111, 'from the right edge'],
    ]);
    const edges = trims!.figures.map((f) => f.note!.split(',')[0]);
    expect(edges).toEqual(['Spine to the gauge', 'Quarter turn left', 'Half turn']);
    const run = trimKnife(docket, planned)!;
    expect(run.steps[0]!.measure).toBe(210);
    // on its side the left edge lies below, where there are 5 more of paper than above
    const { x, y, height } = run.pieces[0]!.rect;
    const above = run.run.paper.height - y - height;
    expect([x, height]).toEqual([0, 148]);
    expect(y - above).toBeCloseTo(5, 6);
    expect(run.steps[1]!.measure).toBeCloseTo(above + 148, 6);
    const face = { ...stitch, machine: { ...STITCHER, trims: 'face' } } as FinishStep;
    const rest = changed(docket, { finish: { route: [face, { process: 'trim', machine: GUILLOTINE }] } });
    expect(trimKnife(rest, plan(rest, artworkOf(28)))!.steps[0]!.before).toBe('Right edge to the gauge');
    expect(figuresOf(machineSetups(rest, plan(rest, artworkOf(28)), 'mm')[0]!)).toHaveProperty('Trim at the foot', 210);
  });

  it('not where it is finished elsewhere, and the card has all of them', () => {
    const docket = wished(28, [stitch], ON_SRA3);
    const elsewhere = changed(docket, { finish: { here: false } });
    expect(setups(elsewhere, 28)).toEqual([]);
    const card = cutCard(7, docket, plan(docket, artworkOf(28)), 'mm')!;
    expect(card.machines.map((m) => m.machine)).toEqual([STITCHER.name]);
    expect(card.knives).toEqual([]);
  });
});
