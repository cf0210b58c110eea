import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { decide, type Flat } from './decide';
import { platesOf, SETTINGS, trapped } from './testing';

// 20 by 20 mm; 0.2 mm for colours and 0.4 into black, so that a dot at 1,200 dpi is a tenth of it
const CYAN = '1 0 0 0 k';
const YELLOW = '0 0 1 0 k';
const MAGENTA = '0 1 0 0 k';
const GROUND = '0 0 20 20 re f';
const SQUARE = '5 5 10 10 re f';
const GOLD =
  '/ColorSpace<</Gold[/Separation/Gold/DeviceCMYK<</FunctionType 2/Domain[0 1]/C0[0 0 0 0]/C1[0 .2 .6 .2]/N 1>>]>>';
/** Hundredths of a millimetre: Ghostscript paints a dot wherever something touches it, two to a line. */
const NEAR = 4;

/** That lengths are as wished. */
const near = (is: number, wanted: number, most = NEAR): void => {
  expect(Math.abs(is - wanted) * 100, `${is} mm, ${wanted} wanted`).toBeLessThan(most);
};

describe('where two colours meet', () => {
  it('the lighter spreads into the darker: what lies on it grows', async () => {
    const p = await trapped(`${CYAN} ${GROUND} ${YELLOW} ${SQUARE}`);
    for (const [from, to] of [[3, 8], [12, 17]] as const) near(p.along('Yellow', 10, from, to), 3.2); // prettier-ignore
    near(p.along('Cyan', 10, 0, 20), 10);
    expect(p.at('Yellow', 10, 4.9)).toBe(1);
    expect(p.at('Yellow', 10, 15.1)).toBe(1);
    expect(p.at('Cyan', 4.9, 10)).toBe(1);
    expect(p.at('Cyan', 5.1, 10)).toBe(0);
  });

  it('and what lies under it shrinks the darker', async () => {
    const p = await trapped(`${YELLOW} ${GROUND} ${CYAN} ${SQUARE}`);
    near(p.along('Yellow', 10, 3, 8), 2.2);
    near(p.along('Cyan', 10, 0, 20), 10);
    expect(p.at('Yellow', 14.9, 10)).toBe(1);
    expect(p.at('Yellow', 14.7, 10)).toBe(0);
  });

  it.each([[`${CYAN} 0 0 10 20 re f ${YELLOW} 10 0 10 20 re f`], [`${YELLOW} 10 0 10 20 re f ${CYAN} 0 0 10 20 re f`]])(
    'so does what only touches it: %s',
    async (content) => {
      const p = await trapped(content);
      near(p.along('Yellow', 10, 5, 15), 5.2);
      near(p.along('Cyan', 10, 5, 15), 5);
    },
  );

  it('does not where there is paper between them', async () => {
    const p = await trapped(`${CYAN} 0 0 9.9 20 re f ${YELLOW} 10 0 10 20 re f`);
    near(p.along('Yellow', 10, 5, 15), 5);
  });

  it('spreads further into black, whatever lies where', async () => {
    for (const content of [`0 0 0 1 k ${GROUND} ${MAGENTA} ${SQUARE}`, `${MAGENTA} ${GROUND} 0 0 0 1 k ${SQUARE}`]) {
      const p = await trapped(content);
      near(p.along('Magenta', 10, 0, 20), 10.8);
      near(p.along('Black', 10, 0, 20), 10);
    }
    // 90 per cent is no black by these settings, nearly as dense as magenta is; and is by those
    const grey = `0 0 0 .9 k ${GROUND} ${MAGENTA} ${SQUARE}`;
    near((await trapped(grey)).along('Magenta', 10, 0, 20), 10.2);
    near((await trapped(grey, {}, { ...SETTINGS, blackFrom: 90 })).along('Magenta', 10, 0, 20), 10.8);
  });

  it('lies half on each side where they are alike', async () => {
    // cyan and magenta: densities of 0.64 and 0.77, 0.83 of each other
    const content = `${CYAN} 0 0 10 20 re f ${MAGENTA} 10 0 10 20 re f`;
    const p = await trapped(content);
    near(p.along('Cyan', 10, 5, 15), 5.1);
    near(p.along('Magenta', 10, 5, 15), 5.1);
    const q = await trapped(content, {}, { ...SETTINGS, slide: 0.9 });
    near(q.along('Cyan', 10, 5, 15), 5.2);
    near(q.along('Magenta', 10, 5, 15), 5);
  });

  it('goes round corners, and ends where the edge does', async () => {
    const p = await trapped(`${CYAN} ${GROUND} ${YELLOW} ${SQUARE}`);
    // 0.17 mm from the corner, and 0.25
    expect([p.at('Yellow', 4.88, 4.88), p.at('Yellow', 4.82, 4.82)]).toEqual([1, 0]);
    const q = await trapped(`${CYAN} 10 0 10 20 re f ${YELLOW} 0 0 10 10 re f`);
    expect([q.at('Yellow', 10.1, 9.9), q.at('Yellow', 10.1, 10.1)]).toEqual([1, 0]);
  });

  it('is painted so that it overprints, whatever else lies there', async () => {
    const { path } = await trapped(`${CYAN} ${GROUND} ${YELLOW} ${SQUARE}`);
    expect(readFileSync(path, 'latin1')).toContain('/ExtGState<</T <</OP true/op true/OPM 1/SA true>>>>');
  });

  it('is left alone where one has all that the other has, or as good as', async () => {
    const plain = `${CYAN} ${GROUND} 1 1 0 0 k ${SQUARE}`;
    expect((await trapped(plain)).equals(await trapped(plain, {}, null))).toBe(true);
    // 20 per cent of yellow is less of a step than 25
    const faint = `${CYAN} ${GROUND} .5 0 .2 0 k ${SQUARE}`;
    expect((await trapped(faint)).equals(await trapped(faint, {}, null))).toBe(true);
    near((await trapped(faint, {}, { ...SETTINGS, step: 20 })).along('Yellow', 10, 0, 20), 0.2 * 10.4);
  });

  it('takes all that either has, and leaves other inks alone', async () => {
    // beyond the edge of the square: cyan of the ground and all of the square’s, the deeper magenta
    const p = await trapped(`1 .3 0 0 k ${GROUND} 0 .1 1 0 k ${SQUARE}`);
    expect(['Cyan', 'Magenta', 'Yellow'].map((ink) => Math.round(p.at(ink, 4.9, 10) * 100))).toEqual([100, 30, 100]);
    expect(['Cyan', 'Magenta', 'Yellow'].map((ink) => Math.round(p.at(ink, 5.1, 10) * 100))).toEqual([0, 10, 100]);
  });

  it('is of spot inks too, each on its plate', async () => {
    const p = await trapped(`${CYAN} ${GROUND} /Gold cs 1 scn ${SQUARE}`, { resources: GOLD });
    near(p.along('Gold', 10, 0, 20), 10.4);
    near(p.along('Cyan', 10, 0, 20), 10);
    expect(p.at('Magenta', 4.9, 10)).toBe(0);
    // and where there is no plate for it, what stands for it: 0.2, 0.6 and 0.2 of three process inks on all of the cyan
    const mixed = await platesOf(p.path, '-dMaxSpots=0');
    const inks = ['Cyan', 'Magenta', 'Yellow', 'Black'].map((ink) => mixed.at(ink, 4.9, 10));
    [1, 0.2, 0.6, 0.2].forEach((wanted, i) => expect(inks[i]).toBeCloseTo(wanted, 1));
    const q = await trapped(`/Gold cs .8 scn ${GROUND} 1 1 0 0 k ${SQUARE}`, { resources: GOLD });
    expect(q.at('Gold', 5.1, 10)).toBeCloseTo(0.8, 1);
    expect(q.at('Gold', 5.3, 10)).toBe(0);
    expect(q.at('Cyan', 5.1, 10)).toBe(1);
  });
});

describe('an ink that is written in another case', () => {
  it('is the same ink: nothing is trapped between its tints', async () => {
    const of = (name: string): string =>
      `[/Separation/${name}/DeviceCMYK<</FunctionType 2/Domain[0 1]/C0[0 0 0 0]/C1[0 .2 .6 .2]/N 1>>]`;
    const more = { resources: `/ColorSpace<</Gold ${of('Gold')}/Low ${of('gold')}>>` };
    const content = `/Gold cs 1 scn ${GROUND} /Low cs .4 scn ${SQUARE}`;
    const [is, was] = [await trapped(content, more), await trapped(content, more, null)];
    expect(is.equals(was)).toBe(true);
  });
});

describe('what is trapped', () => {
  it('is what is seen: not an edge that something lies on', async () => {
    const p = await trapped(`${CYAN} ${GROUND} ${YELLOW} ${SQUARE} 1 1 0 1 k 3 8 4 4 re f`);
    // where the dark patch lies on the left edge it has its own trap only, along its own edge
    expect(p.at('Yellow', 4.9, 10)).toBe(0);
    expect(p.at('Yellow', 4.9, 6)).toBe(1);
    expect(p.at('Yellow', 6.9, 10)).toBe(1);
    expect(p.at('Yellow', 6.5, 10)).toBe(0);
  });

  it('is what lies on top of a page that is drawn over and over', async () => {
    const once = `${CYAN} ${GROUND} ${YELLOW} ${SQUARE} BT /F 10 Tf 0 1 0 0 k 2 2 Td (over and over) Tj ET `;
    const [p, q] = [await trapped(once.repeat(100)), await trapped(once)];
    expect(p.equals(q)).toBe(true);
    near(p.along('Yellow', 10, 0, 20), 10.4);
  });

  it('is round, by the curve', async () => {
    const k = 5 * 0.5523;
    const circle = `15 10 m 15 ${10 + k} ${10 + k} 15 10 15 c ${10 - k} 15 5 ${10 + k} 5 10 c 5 ${10 - k} ${10 - k} 5 10 5 c ${10 + k} 5 15 ${10 - k} 15 10 c f`;
    const p = await trapped(`${CYAN} ${GROUND} ${YELLOW} ${circle}`);
    near(p.along('Yellow', 10, 0, 20), 10.4);
    // at 45 degrees: the chord at a height of 5 sin 45 is as long, and the ring is 0.2 wide across it
    // aslant a dot reaches further
    near(p.along('Yellow', 10 + 5 * Math.SQRT1_2, 0, 20), 2 * Math.sqrt(5.2 ** 2 - 12.5), 1.5 * NEAR);
  });

  it('is letters, along their outlines', async () => {
    // an I, upright: its stem is 0.091 of its size wide, from 0.091 to 0.188
    const p = await trapped(`${CYAN} ${GROUND} ${YELLOW} BT /F 20 Tf 5 3 Td (I) Tj ET`);
    const q = await trapped(`${CYAN} ${GROUND} ${YELLOW} BT /F 20 Tf 5 3 Td (I) Tj ET`, {}, null);
    near(p.along('Yellow', 10, 0, 20) - q.along('Yellow', 10, 0, 20), 0.4);
    near(p.along('Cyan', 10, 0, 20), q.along('Cyan', 10, 0, 20));
  });

  it('is lines, along both of their sides', async () => {
    const p = await trapped(`${CYAN} ${GROUND} 0 0 1 0 K 4 w 10 0 m 10 20 l S`);
    near(p.along('Yellow', 10, 0, 20), 4.4);
    near(p.along('Cyan', 10, 0, 20), 16);
    // what is thin keeps its colour: no more than a quarter from each side
    const q = await trapped(`${YELLOW} ${GROUND} 1 0 0 0 K .4 w 10 0 m 10 20 l S`);
    near(q.along('Yellow', 10, 5, 15), 9.6 + 0.2);
  });

  it('is what forms draw, where they draw it', async () => {
    const form = `${YELLOW} 0 0 4 4 re f`;
    const things = {
      100: `<</Type/XObject/Subtype/Form/BBox[0 0 4 4]/Matrix[0 2 -2 0 14 6]/Length ${form.length}>>\nstream\n${form}\nendstream`,
    };
    // turned a quarter and twice as large: from 6 to 14
    const p = await trapped(`${CYAN} ${GROUND} /X Do`, { resources: '/XObject<</X 100 0 R>>', things });
    near(p.along('Yellow', 10, 0, 20), 8.4);
    // drawn in the colour round it, where it has none of its own
    const bare = { 100: '<</Type/XObject/Subtype/Form/BBox[0 0 8 8]/Length 12>>\nstream\n0 0 8 8 re f\nendstream' };
    const q = await trapped(`${CYAN} ${GROUND} ${YELLOW} q 1 0 0 1 6 6 cm /X Do Q`, { resources: '/XObject<</X 100 0 R>>', things: bare }); // prettier-ignore
    near(q.along('Yellow', 10, 0, 20), 8.4);
  });

  it('ends where clips do', async () => {
    const p = await trapped(`${CYAN} ${GROUND} q 10 10 m 20 10 l 20 20 l h W n ${YELLOW} ${GROUND} Q`);
    // along x = 15 the triangle goes from 10 to 15, and its upper edge lies aslant
    expect(p.at('Yellow', 15, 9.9)).toBe(1);
    expect(p.at('Yellow', 15, 9.7)).toBe(0);
    expect(p.at('Yellow', 15, 15.2)).toBe(1);
    expect(p.at('Yellow', 15, 15.4)).toBe(0);
  });

  it('takes its place from the page, whatever its boxes', async () => {
    // turned to the right, what was 8 mm from the left is 8 from the top
    const content = `q 1 0 0 1 -2 1 cm ${CYAN} ${GROUND} ${YELLOW} ${SQUARE} Q`;
    const p = await trapped(content, { entries: '/Rotate 90/CropBox[20 20 40 40]' });
    near(p.along('Yellow', 12, 0, 20), 10.4);
    expect(p.at('Yellow', 5.9, 12)).toBe(1);
    expect(p.at('Yellow', 5.7, 12)).toBe(0);
  });
});

describe('what is left alone', () => {
  const same = async (content: string, more: Parameters<typeof trapped>[1] = {}): Promise<void> => {
    expect((await trapped(content, more)).equals(await trapped(content, more, null))).toBe(true);
  };
  const state = (entries: string): Parameters<typeof trapped>[1] => ({ resources: `/ExtGState<</G <<${entries}>>>>` });

  it('is what overprints, and what is seen through', async () => {
    await same(`${CYAN} ${GROUND} /G gs ${YELLOW} ${SQUARE}`, state('/op true/OP true/OPM 1'));
    await same(`${CYAN} ${GROUND} /G gs ${YELLOW} ${SQUARE}`, state('/ca .5'));
    await same(`${CYAN} ${GROUND} /G gs ${YELLOW} ${SQUARE}`, state('/BM/Multiply'));
    // lines by what is said of lines, areas by what is said of areas
    const lines = '0 0 1 0 K 4 w 10 0 m 10 20 l S';
    await same(`${CYAN} ${GROUND} /G gs ${lines}`, state('/op false/OP true/OPM 1'));
    const over = await trapped(`${CYAN} ${GROUND} /G gs ${lines}`, state('/op true/OP false/OPM 1'));
    near(over.along('Yellow', 10, 0, 20), 4.4);
    // and is trapped again once it does not
    const p = await trapped(`q /G gs Q ${CYAN} ${GROUND} ${YELLOW} ${SQUARE}`, state('/op true/OP true/OPM 1'));
    near(p.along('Yellow', 10, 0, 20), 10.4);
  });

  it('is overprint that a form was drawn in', async () => {
    const form = `${YELLOW} ${SQUARE}`;
    const things = {
      100: `<</Type/XObject/Subtype/Form/BBox[0 0 20 20]/Length ${form.length}>>\nstream\n${form}\nendstream`,
    };
    await same(`${CYAN} ${GROUND} /G gs /X Do`, {
      resources: '/XObject<</X 100 0 R>>/ExtGState<</G <</op true/OPM 1>>>>',
      things,
    });
  });

  it('is a dashed line, and a pen that is not round', async () => {
    await same(`${CYAN} ${GROUND} 0 0 1 0 K 4 w [3 1] 0 d 10 0 m 10 20 l S`);
    await same(`${CYAN} ${GROUND} q 4 0 0 1 0 0 cm 0 0 1 0 K 1 w 2.5 0 m 2.5 20 l S Q`);
  });

  it('is a picture, and what of colours lies under it', async () => {
    const things = {
      100: '<</Type/XObject/Subtype/Image/Width 1/Height 1/BitsPerComponent 8/ColorSpace/DeviceGray/Length 1>>\nstream\nz\nendstream',
    };
    const p = await trapped(`${CYAN} ${GROUND} ${YELLOW} ${SQUARE} q 4 0 0 4 3 8 cm /X Do Q`, {
      resources: '/XObject<</X 100 0 R>>',
      things,
    });
    expect(p.at('Yellow', 4.9, 10)).toBe(0);
    expect(p.at('Yellow', 4.9, 6)).toBe(1);
  });

  it('is a run of colours, a pattern, and colours of light', async () => {
    await same(`${CYAN} ${GROUND} q 5 5 10 10 re W n /S sh Q`, {
      resources:
        '/Shading<</S <</ShadingType 2/ColorSpace/DeviceCMYK/Coords[5 0 15 0]/Extend[true true]/Function<</FunctionType 2/Domain[0 1]/C0[0 0 1 0]/C1[0 0 .5 0]/N 1>>>>>>',
    });
    await same(`${CYAN} ${GROUND} /Pattern cs /P scn ${SQUARE}`, {
      resources: '/Pattern<</P 100 0 R>>',
      things: {
        100: '<</Type/Pattern/PatternType 1/PaintType 1/TilingType 1/BBox[0 0 5 5]/XStep 5/YStep 5/Resources<<>>/Length 22>>\nstream\n0 0 1 0 k 0 0 3 3 re f\nendstream',
      },
    });
    await same(`1 0 0 rg ${GROUND} 0 0 1 rg ${SQUARE}`);
  });

  it('is a page on which nothing meets: written as it was, to the byte', async () => {
    const content = `0 0 0 1 k BT /F 4 Tf 2 2 Td (Words) Tj ET ${CYAN} 12 12 4 4 re f`;
    const [p, q] = [await trapped(content), await trapped(content, {}, { ...SETTINGS, width: 0.5 })];
    expect(readFileSync(p.path).equals(readFileSync(q.path))).toBe(true);
  });
});

describe('a page with more on it than can be followed', () => {
  /** Forms that each draw the next one, so many times. */
  const nested = (depth: number, times: number): Parameters<typeof trapped>[1] => ({
    resources: '/XObject<</N 100 0 R>>',
    things: Object.fromEntries(
      Array.from({ length: depth }, (_, i) => {
        const content = i === depth - 1 ? `${YELLOW} ${SQUARE}` : '/N Do '.repeat(times);
        const resources = `/Resources<</XObject<</N ${101 + i} 0 R>>>>`;
        return [
          100 + i,
          `<</Type/XObject/Subtype/Form/BBox[0 0 20 20]${resources}/Length ${content.length}>>\nstream\n${content}\nendstream`,
        ];
      }),
    ),
  });
  const content = `${CYAN} ${GROUND} /N Do`;

  it('says so, and what comes after it is trapped all the same', async () => {
    near((await trapped(content, nested(20, 1))).along('Yellow', 10, 0, 20), 10.4);
    await expect(trapped(content, nested(21, 1))).rejects.toThrow(/nested too deeply to be trapped here/);
    await expect(trapped(content, nested(18, 2))).rejects.toThrow(/too much on it to be trapped here/);
    // 400 hairs across 400: 160,000 places where two colours meet
    const hairs = Array.from(
      { length: 400 },
      (_, i) => `${YELLOW} ${i / 20} 0 .01 20 re f ${CYAN} 0 ${i / 20} 20 .01 re f`,
    );
    await expect(trapped(hairs.join(' '))).rejects.toThrow(/too much on it to be trapped here/);
    near((await trapped(content, nested(3, 1))).along('Yellow', 10, 0, 20), 10.4);
  });
});

describe('traps besides other wishes', () => {
  it('are of the inks that are printed', async () => {
    const content = `${CYAN} ${GROUND} /Gold cs 1 scn ${SQUARE}`;
    const more = { resources: GOLD };
    const as = (becomes: 'process' | { ink: string }) =>
      trapped(content, more, SETTINGS, { inks: [{ ink: 'Gold', becomes }] });
    const p = await as('process');
    expect(p.inks).not.toContain('Gold');
    near(p.along('Yellow', 10, 0, 20), 0.6 * 10.4);
    // which is cyan then, as the ground is
    const q = await as({ ink: 'Cyan' });
    near(q.along('Cyan', 10, 0, 20), 20);
  });

  it('go by the size in print', async () => {
    const half = await trapped(`${CYAN} ${GROUND} ${YELLOW} ${SQUARE}`, {}, SETTINGS, {}, 0.5);
    // 0.2 mm are 0.4 of a page that is printed at half its size
    near(half.along('Yellow', 10, 0, 20), 10.8);
  });
});

describe('whatever lies on each other', () => {
  const INKS = ['Cyan', 'Magenta', 'Yellow', 'Black'] as const;
  const COLOURS = [[1, 0, 0, 0], [0, 1, 0, 0], [0, 0, 1, 0], [0, 0, 0, 1], [1, 1, 0, 0], [0, 0, 0.5, 0], [0, 0, 0, 0]] as const; // prettier-ignore
  type Colour = (typeof COLOURS)[number];
  const flat = (c: Colour): Flat => new Map(INKS.flatMap((ink, i) => (c[i]! > 0 ? [[ink, c[i]!] as const] : [])));
  /** Half millimetres. */
  const rectangle = fc.record({
    x: fc.integer({ min: 0, max: 30 }),
    y: fc.integer({ min: 0, max: 30 }),
    w: fc.integer({ min: 4, max: 20 }),
    h: fc.integer({ min: 4, max: 20 }),
    colour: fc.constantFrom(...COLOURS),
  });

  it('inks only spread, no further than they may, and wherever they must', async () => {
    const settings = { ...SETTINGS, black: 0.2, slide: 1 };
    await fc.assert(
      fc.asyncProperty(fc.array(rectangle, { minLength: 2, maxLength: 7 }), async (list) => {
        const content = list.map(({ x, y, w, h, colour }) => `${colour.join(' ')} k ${x / 2} ${y / 2} ${w / 2} ${h / 2} re f`).join(' '); // prettier-ignore
        const p = await trapped(content, {}, settings);
        const seen = (x: number, y: number): Colour => {
          const top = list.findLast((r) => x > r.x / 2 && x < (r.x + r.w) / 2 && y > r.y / 2 && y < (r.y + r.h) / 2);
          return top?.colour ?? COLOURS[6];
        };
        // places half a trap to the right of where edges may be
        for (let x = 0.1; x < 20; x += 0.5)
          for (let y = 0.25; y < 20; y += 1.5) {
            const here = seen(x, y);
            const beside = seen(x - 0.2, y);
            const is = INKS.map((ink) => p.at(ink, x, y));
            const decision = beside === here ? null : decide(flat(here), flat(beside), settings, () => null);
            const must = decision?.lighter === 1 ? beside : here;
            const may = INKS.map((_, i) => {
              const around: Colour[] = [];
              for (let dx = -0.25; dx <= 0.26; dx += 0.05)
                for (let dy = -0.25; dy <= 0.26; dy += 0.05) around.push(seen(x + dx, y + dy));
              return Math.max(...around.map((c) => c[i]!));
            });
            is.forEach((v, i) => {
              expect(v, `${INKS[i]} at ${x}, ${y}`).toBeGreaterThanOrEqual(Math.max(here[i]!, must[i]!) - 0.02);
              expect(v, `${INKS[i]} at ${x}, ${y}`).toBeLessThanOrEqual(may[i]! + 0.02);
            });
          }
      }),
      { numRuns: 15 },
    );
  });
});
