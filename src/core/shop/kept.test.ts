import { describe, expect, it } from 'vitest';
import { DEFAULT_RULES, freeName, House, hasPlates, MOST_TRAPS, preflightRulesOf, USUAL_TRAPS } from '.';

describe('what a shop keeps by name', () => {
  const traps = (...names: string[]) =>
    House.safeParse({ traps: names.map((name) => ({ ...USUAL_TRAPS, name })) }).success;

  it('has a name of its own each, whatever its case', () => {
    expect(traps('Sheetfed', 'Web')).toBe(true);
    expect(traps('Sheetfed', 'sheetfed ')).toBe(false);
    const rules = (a: string, b: string) =>
      House.safeParse({
        rules: [
          { ...DEFAULT_RULES, name: a },
          { ...DEFAULT_RULES, name: b },
        ],
      }).success;
    expect(rules('House', 'Strict')).toBe(true);
    expect(rules('House', 'HOUSE')).toBe(false);
  });

  it('is no more than anybody looks through', () => {
    const names = Array.from({ length: MOST_TRAPS + 1 }, (_, i) => `Press ${i}`);
    expect(MOST_TRAPS).toBe(20);
    expect(traps(...names)).toBe(false);
    expect(traps(...names.slice(1))).toBe(true);
  });

  it('counts on where a name is taken', () => {
    const taken = [{ name: 'House' }, { name: 'house 2' }, { name: 'Web 7' }];
    expect(freeName('Strict', taken)).toBe('Strict');
    expect(freeName('House', taken)).toBe('House 3');
    expect(freeName('House 2', taken)).toBe('House 3');
    expect(freeName('Web 7', taken)).toBe('Web 2');
  });
});

describe('the rules of a job', () => {
  const [house, strict] = [
    { ...DEFAULT_RULES, name: 'House' },
    { ...DEFAULT_RULES, name: 'Strict' },
  ];
  it('are those it names, else the first of the shop, else the usual', () => {
    expect(preflightRulesOf([house, strict], 'Strict')).toBe(strict);
    expect(preflightRulesOf([house, strict], null)).toBe(house);
    expect(preflightRulesOf([house, strict], 'gone since')).toBe(house);
    expect(preflightRulesOf(undefined, 'Strict')).toBe(DEFAULT_RULES);
    expect(preflightRulesOf([], null)).toBe(DEFAULT_RULES);
  });
});

describe('the usual traps', () => {
  it('are those of a sheet-fed press', () => {
    expect(USUAL_TRAPS).toEqual({
      name: 'Sheetfed',
      width: 0.08,
      black: 0.12,
      blackFrom: 95,
      step: 25,
      slide: 0.7,
      pictures: 'darker',
    });
  });
});

describe('a machine with plates', () => {
  it('is one whose plates have a size, or cost something', () => {
    const plate = { plate: { width: 770, height: 620 }, gripper: 43, across: 0 };
    expect(hasPlates({ press: null, plate: 0 })).toBe(false);
    expect(hasPlates({ press: plate, plate: 0 })).toBe(true);
    expect(hasPlates({ press: null, plate: 1 })).toBe(true);
  });
});
