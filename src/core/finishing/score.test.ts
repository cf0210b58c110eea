import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cutsOf, isSlit, slitsOf } from '../cutting';
import { scoreSetupsOf, setSaid, setupsOf } from '../card';
import type { DocketOf, Patch } from '../docket';
import { scoredOnForm } from '../lay';
import { mark } from '../marks';
import { rect, wholeNumber, type Size } from '../measure';
import { reckon } from '../reckoning';
import { plan } from '../sheet';
import type { FinisherOf } from '../shop';
import { artworkOf, changed, CREASER, flatDocketFor, GUILLOTINE, look, SHOP, SLITTER } from '../testing';
import { limitsOn, routeToScore, routeWith, scoreRuns, workOf } from '.';

const [, , SRA3] = SHOP.stocks;
const CARD: Size = { width: 85, height: 55 };
const cards = artworkOf(2, CARD, 3);
const TOOLED: FinisherOf<'slitter'> = {
  ...SLITTER,
  mostSlits: 10,
  scores: { along: 5, across: 4 },
  perforates: { along: 5, across: 0 },
};
type Lines = DocketOf<'flat'>['product']['lines'];
const UPRIGHT: Lines = [{ kind: 'score', runs: 'upright', at: 30 }];
const LEVEL: Lines = [{ kind: 'perforation', runs: 'level', at: 20 }];

/** Cards of 85 × 55 with 3 of bleed on SRA3: upright 4 × 5, gaps of 6; 46 beside, 10.5 above and below. */
const wished = (lines: Lines, ...patches: Patch[]): DocketOf<'flat'> =>
  patches.reduce<DocketOf<'flat'>>(
    (d, p) => changed(d, p),
    changed(flatDocketFor(cards), {
      product: { finished: CARD, bleed: 3, copies: 2000, lines, lies: { way: 'upright', columns: 4, rows: 5 } },
      sheet: { stock: SRA3! },
      finish: { here: true, route: [{ process: 'cut', machine: GUILLOTINE }] },
    }),
  );
const inSlitter = (slitter: FinisherOf<'slitter'>): Patch => ({
  finish: {
    route: [
      { process: 'cut', machine: slitter },
      { process: 'score', machine: slitter },
    ],
  },
});
const onCreaser = (creaser: Partial<FinisherOf<'creaser'>> = {}): Patch => ({
  finish: {
    route: [
      { process: 'cut', machine: GUILLOTINE },
      { process: 'score', machine: { ...CREASER, ...creaser } },
    ],
  },
});
const WITH_CREASER = { ...SHOP, finishers: [...SHOP.finishers, CREASER] };
const lookAt = (docket: DocketOf<'flat'>) => look(docket, cards, WITH_CREASER);
const idsFor = (docket: DocketOf<'flat'>): string[] => lookAt(docket).findings.map((f) => f.id);

describe('lines in a piece', () => {
  it('lie on the sheet where the pieces do: 30 from the left of each, 20 below its head', () => {
    const { lay } = plan(wished([...UPRIGHT, ...LEVEL]), cards).sheets.main;
    const lines = scoredOnForm(lay);
    const at = (upright: boolean): number[] =>
      [...new Set(lines.filter((l) => l.upright === upright).map((l) => Math.round(l.at * 1e6) / 1e6))].sort(
        (a, b) => a - b,
      );
    expect(lines).toHaveLength(40);
    expect(at(true)).toEqual([0, 1, 2, 3].map((c) => 46 + c * 91 + 30));
    // heads up: 55 − 20 above the foot
    expect(at(false)).toEqual([0, 1, 2, 3, 4].map((r) => 10.5 + r * 61 + 35));
  });

  it('turn with pieces that lie head to tail: 30 from the left is 55 then', () => {
    const { lay } = plan(wished(UPRIGHT, { product: { lies: { turned: 'columns' } } }), cards).sheets.main;
    const at = [...new Set(scoredOnForm(lay).map((l) => Math.round(l.at)))].sort((a, b) => a - b);
    expect(at).toEqual([46 + 30, 46 + 91 + 55, 46 + 182 + 30, 46 + 273 + 55]);
  });

  it('are left out where they lie beyond it, and once where they are said twice', () => {
    const { lay } = plan(
      wished([
        ...UPRIGHT,
        ...UPRIGHT,
        { kind: 'score', runs: 'level', at: 55 },
        { kind: 'score', runs: 'level', at: 54 },
      ]),
      cards,
    ).sheets.main;
    expect(scoredOnForm(lay)).toHaveLength(40);
  });

  it('have dashed marks at both ends outside the block, like folds', () => {
    const docket = wished(UPRIGHT);
    const it = plan(docket, cards);
    const marks = mark(docket, it)
      .of(1, 'front')
      .filter((m) => m.of === 'fold');
    expect(marks).toHaveLength(8);
    expect(marks.every((m) => m.kind === 'line' && m.dash.length === 2)).toBe(true);
    expect(
      mark(docket, it)
        .of(1, 'front')
        .some((m) => m.of === 'spine'),
    ).toBe(false);
  });
});

describe('a creaser', () => {
  it('takes every piece once for each way that lines of a kind run', () => {
    const [run] = scoreRuns(plan(wished([...UPRIGHT, ...LEVEL]), cards), []);
    expect(run!.pieces).toBe(2000);
    expect(run!.passes).toEqual([
      { kind: 'score', lead: 'left edge', piece: { width: 55, height: 85 }, at: [30] },
      { kind: 'perforation', lead: 'head', piece: { width: 85, height: 55 }, at: [20] },
    ]);
  });

  it('is reckoned by its passes: 2,000 pieces twice at 1,500 an hour and 3 minutes', () => {
    const docket = wished([...UPRIGHT, ...LEVEL], onCreaser());
    const work = workOf(docket.finish, plan(docket, cards), 2000).find((w) => w.step.process === 'score')!;
    expect(work.amount).toEqual({ count: 4000, of: 'passes', sum: `${wholeNumber(2000)} pieces × 2 passes` });
    expect(work.minutes).toBe(163);
    const figures = reckon(docket, plan(docket, cards));
    expect(figures.find((f) => f.key === 'scoreTime')?.value).toBe(163);
  });

  const refused = (creaser: Partial<FinisherOf<'creaser'>>, lines: Lines = UPRIGHT): string[] =>
    limitsOn('score', { ...CREASER, ...creaser }, plan(wished(lines), cards), 'mm', []).map((l) => l.id);
  it('has limits: its lines, its nearest, its size, its tools', () => {
    expect(refused({})).toEqual([]);
    expect(refused({ perforates: false }, LEVEL)).toEqual(['score-perforates']);
    expect(refused({ perforates: false })).toEqual([]);
    // 55 across, 85 along
    expect(refused({ smallest: { width: 55, height: 85 } })).toEqual([]);
    expect(refused({ smallest: { width: 56, height: 85 } })).toEqual(['score-size']);
    expect(refused({ largest: { width: 55, height: 84 } })).toEqual(['score-size']);
    const two: Lines = [...UPRIGHT, { kind: 'score', runs: 'upright', at: 36 }];
    expect(refused({ nearest: 6 }, two)).toEqual([]);
    expect(refused({ nearest: 6.1 }, two)).toEqual(['score-near']);
    expect(refused({ mostLines: 1 }, two)).toEqual(['score-many']);
    // 30 from the left edge, 55 from the right
    expect(refused({ nearest: 30 })).toEqual([]);
    expect(refused({ nearest: 30.5 })).toEqual(['score-near']);
  });

  it('has a set-up of its own', () => {
    const docket = wished(LEVEL, onCreaser());
    expect(scoreSetupsOf(docket, plan(docket, cards)).map((s) => [s.machine, s.run.pieces])).toEqual([
      ['Redstart', 2000],
    ]);
    const elsewhere = changed(docket, { finish: { here: false } });
    expect(scoreSetupsOf(elsewhere, plan(elsewhere, cards))).toEqual([]);
  });
});

describe('a slitter that scores', () => {
  it('makes the lines in the pass that slits, fed short edge first: upright lines across, level ones along', () => {
    const docket = wished([...UPRIGHT, ...LEVEL], inSlitter(TOOLED));
    const [setup] = setupsOf(docket, plan(docket, cards));
    const { slits } = setup!.run;
    expect(slits.feed).toBe('short');
    slits.scores.across.forEach((v, i) => expect(v).toBeCloseTo(46 + i * 91 + 30, 6));
    slits.perforations.along.forEach((v, i) => expect(v).toBeCloseTo(10.5 + i * 61 + 35, 6));
    expect([slits.scores.along, slits.perforations.across]).toEqual([[], []]);
    expect(setSaid(slits)).toBe('10 slits, 8 cross cuts, 4 scores, 5 perforations');
    const work = workOf(docket.finish, plan(docket, cards), 2000);
    expect(work.map((w) => [w.step.process, w.amount.sum, w.minutes])).toEqual([
      ['cut', '100 sheets', 3 + 60 / 9],
      ['score', 'in the pass that slits them', 0],
    ]);
    expect(reckon(docket, plan(docket, cards)).some((f) => f.key === 'scoreTime')).toBe(false);
    expect(idsFor(docket)).not.toContain('slit-tools');
  });

  const refused = (slitter: Partial<FinisherOf<'slitter'>>, lines: Lines = UPRIGHT): string[] => {
    const docket = wished(lines, inSlitter({ ...TOOLED, feed: 'short', ...slitter }));
    return limitsOn('cut', docket.finish.route[0]!.machine, plan(docket, cards), 'mm', docket.finish.route).map(
      (l) => l.id,
    );
  };
  it('has limits: its tools each way, how near a line is to a cut', () => {
    expect(refused({})).toEqual([]);
    expect(refused({ scores: { along: 5, across: 3 } })).toEqual(['slit-tools']);
    expect(refused({ scores: { along: 0, across: 4 } })).toEqual([]);
    expect(refused({ perforates: { along: 4, across: 9 } }, LEVEL)).toEqual(['slit-tools']);
    // 20 below the head of the piece is the nearest cut
    expect(refused({ nearestScores: 20 }, LEVEL)).toEqual([]);
    expect(refused({ nearestScores: 20.1 }, LEVEL)).toEqual(['slit-score-near']);
    // two lines beside each other
    const two: Lines = [...LEVEL, { kind: 'score', runs: 'level', at: 27 }];
    expect(refused({ nearestScores: 7 }, two)).toEqual([]);
    expect(refused({ nearestScores: 7.1 }, two)).toEqual(['slit-score-near']);
  });

  it('cannot where a line would go through pieces that have none there', () => {
    const turned = wished(LEVEL, inSlitter(TOOLED), { product: { lies: { turned: 'columns' } } });
    expect(idsFor(turned)).toContain('slit-grid');
    // rows of one turn each are crossed by lines of their own only
    const rows = wished(LEVEL, inSlitter(TOOLED), { product: { lies: { turned: 'rows' } } });
    expect(idsFor(rows)).not.toContain('slit-grid');
    // with them scored afterwards it slits them
    const { remedies } = lookAt(turned).find('slit-grid')!;
    expect(remedies.map((r) => r.label)).toContain('Score the pieces on Redstart');
  });

  it('goes through the same places whichever edge goes in first', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            kind: fc.constantFrom('score' as const, 'perforation' as const),
            runs: fc.constantFrom('upright' as const, 'level' as const),
            at: fc.integer({ min: 1, max: 54 }),
          }),
          { maxLength: 6 },
        ),
        (lines) => {
          const { lay } = plan(wished(lines), cards).sheets.main;
          const { pieces } = cutsOf(lay);
          const [long, short] = (['long', 'short'] as const).map((f) =>
            slitsOf(lay.paper, pieces, f, scoredOnForm(lay)),
          );
          if (!isSlit(long!) || !isSlit(short!)) throw new Error('One grid it is.');
          expect(long.scores).toEqual({ along: short.scores.across, across: short.scores.along });
          expect(long.perforations).toEqual({ along: short.perforations.across, across: short.perforations.along });
          const ways = (kind: string): number =>
            new Set(lines.filter((l) => l.kind === kind && l.runs === 'upright').map((l) => l.at)).size;
          expect(long.scores.along).toHaveLength(4 * ways('score'));
          expect(long.perforations.along).toHaveLength(4 * ways('perforation'));
        },
      ),
      { numRuns: 60 },
    );
  });

  it('scores nothing between pieces that have no line there', () => {
    const two = [rect(0, 0, 50, 50), rect(50, 0, 50, 50)];
    const line = { kind: 'score', upright: false, at: 25 } as const;
    expect(isSlit(slitsOf({ width: 100, height: 50 }, two, 'long', [line]))).toBe(false);
    expect(isSlit(slitsOf({ width: 100, height: 50 }, two, 'long', [line, line]))).toBe(true);
    // a line that only one of two kinds has
    expect(isSlit(slitsOf({ width: 100, height: 50 }, two, 'long', [line, { ...line, kind: 'perforation' }]))).toBe(
      false,
    );
  });
});

describe('the route to lines', () => {
  const shop = { finishers: [CREASER, { ...CREASER, id: 'plain', perforates: false }, TOOLED, GUILLOTINE] };
  const onto = (route: Parameters<typeof routeToScore>[1], lines: Lines, finishers = shop.finishers): string[] =>
    routeToScore(lines, route, { finishers }).map((s) => `${s.process} ${s.machine.id}`);
  const cut = routeWith([], 'cut', GUILLOTINE);

  it('is the slitter that cuts where it has the tools, else a creaser that makes them', () => {
    const slit = routeWith([], 'cut', TOOLED);
    expect(onto(slit, UPRIGHT)).toEqual(['cut slitter', 'score slitter']);
    expect(onto(routeWith([], 'cut', SLITTER), UPRIGHT)).toEqual(['cut slitter', 'score creaser']);
    expect(onto(cut, LEVEL, [{ ...CREASER, id: 'plain', perforates: false }, CREASER])).toEqual([
      'cut guillotine',
      'score creaser',
    ]);
    expect(onto(cut, UPRIGHT, [{ ...CREASER, id: 'plain', perforates: false }, CREASER])).toEqual([
      'cut guillotine',
      'score plain',
    ]);
  });

  it('stays as it is where nothing is scored, or something scores already, or the shop has nothing', () => {
    expect(onto(cut, [])).toEqual(['cut guillotine']);
    expect(onto(routeWith(cut, 'score', { ...CREASER, id: 'plain' }), LEVEL)).toEqual([
      'cut guillotine',
      'score plain',
    ]);
    expect(onto(cut, UPRIGHT, [GUILLOTINE])).toEqual(['cut guillotine']);
  });
});

describe('what is noticed of lines', () => {
  it('nothing makes them: every machine that can is offered', () => {
    const found = lookAt(wished(UPRIGHT)).find('no-scorer')!;
    expect(found.remedies.map((r) => r.label)).toEqual(['Score on Redstart', 'Print only, finish elsewhere']);
    expect(idsFor(wished([]))).not.toContain('no-scorer');
  });

  it('a slitter that is to score what another machine cuts', () => {
    const docket = wished(UPRIGHT, {
      finish: {
        route: [
          { process: 'cut', machine: GUILLOTINE },
          { process: 'score', machine: TOOLED },
        ],
      },
    });
    const found = lookAt(docket).find('score-apart')!;
    expect(found.severity).toBe('stop');
    expect(found.remedies.map((r) => r.label)).toContain('Cut on Dunlin as well');
    expect(found.remedies.map((r) => r.label)).toContain('Finish on Redstart');
  });

  it('a line beyond the piece: left out, or put in its middle', () => {
    const docket = wished([...UPRIGHT, { kind: 'score', runs: 'level', at: 55 }]);
    const found = lookAt(docket).find('line-off')!;
    expect(found.detail).toBe('It is 55 mm from the head; a card is 55 mm high.');
    expect(found.remedies.map((r) => r.patch)).toEqual([
      { product: { lines: UPRIGHT } },
      { product: { lines: [...UPRIGHT, { kind: 'score', runs: 'level', at: 27.5 }] } },
    ]);
    expect(idsFor(wished([{ kind: 'score', runs: 'level', at: 54.9 }]))).not.toContain('line-off');
  });

  it('scores across the grain of heavy stock', () => {
    const board = (grain: 'long' | 'short', grammage = 300): Patch => ({
      sheet: { stock: { ...SRA3!, grain, grammage } },
    });
    const level: Lines = [{ kind: 'score', runs: 'level', at: 20 }];
    // the paper lies long side level: long grain runs level, and so do these scores
    expect(idsFor(wished(level, board('long')))).not.toContain('score-grain');
    expect(idsFor(wished(level, board('short')))).toContain('score-grain');
    expect(idsFor(wished(UPRIGHT, board('long')))).toContain('score-grain');
    expect(idsFor(wished(UPRIGHT, board('short')))).not.toContain('score-grain');
    expect(idsFor(wished(UPRIGHT, board('long', 200)))).toContain('score-grain');
    expect(idsFor(wished(UPRIGHT, board('long', 199)))).not.toContain('score-grain');
    // of scores both ways one crosses it whatever is done
    expect(idsFor(wished([...UPRIGHT, ...level], board('long')))).not.toContain('score-grain');
    // what is perforated is not folded
    expect(idsFor(wished([{ ...UPRIGHT[0]!, kind: 'perforation' }], board('long')))).not.toContain('score-grain');
  });
});
