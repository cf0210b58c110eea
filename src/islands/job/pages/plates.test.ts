import { describe, expect, it } from 'vitest';
import { drawnFile, pictureUrl, platesUrl } from '../../../ui/client';
import { amountAt, laidOver, litUp } from './plates';

describe('inks laid over each other', () => {
  it('let through what each lets through', () => {
    const cyan = { rgb: [0, 100, 200] as const, grey: Uint8Array.of(255, 0, 0, 128) };
    const yellow = { rgb: [255, 255, 0] as const, grey: Uint8Array.of(255, 255, 0, 255) };
    const out = laidOver([cyan, yellow], 4);
    expect([...out.slice(0, 4)]).toEqual([255, 255, 255, 255]);
    expect([...out.slice(4, 8)]).toEqual([0, 100, 200, 255]);
    expect([...out.slice(8, 12)]).toEqual([0, 100, 0, 255]);
    // 127 of 255 of cyan: half of the red is left
    expect(out[12]).toBe(128);
    expect([...laidOver([], 1)]).toEqual([255, 255, 255, 255]);
  });

  it('are found one by one: it stands out, all others are pale and grey', () => {
    const cyan = { ink: 'Cyan', rgb: [0, 0, 0] as const, grey: Uint8Array.of(255, 0, 0, 255) };
    const gold = { ink: 'Gold', rgb: [200, 160, 60] as const, grey: Uint8Array.of(255, 255, 0, 127.5) };
    const out = litUp([cyan, gold], 'Gold', 4);
    expect([...out.slice(0, 4)]).toEqual([255, 255, 255, 255]);
    // a sixth of what was black: 255 − 255 / 6, rounded
    expect([...out.slice(4, 8)]).toEqual([212, 212, 212, 255]);
    // all of it on that: the colour itself
    expect([...out.slice(8, 12)]).toEqual([214, 40, 120, 255]);
    // half of it on paper: half way from 255 to 214, 40, 120
    expect([...out.slice(12, 16)]).toEqual([234, 147, 187, 255]);
    expect([...litUp([cyan], 'Gold', 2).slice(4)]).toEqual([212, 212, 212, 255]);
  });

  it('are told in per cent', () => {
    const grey = Uint8Array.of(255, 0, 204);
    expect([0, 1, 2, 9].map((at) => amountAt({ grey }, at))).toEqual([0, 100, 20, 0]);
  });
});

describe('addresses of pages', () => {
  it('say what is done to them, where something is', () => {
    expect(pictureUrl(drawnFile('ab', null), 3, 640)).toBe('/api/artworks/ab/pages/3?w=640');
    const url = new URL(pictureUrl(drawnFile('ab', { inks: ['Gold & Co ~'] }), 3, 640), 'http://x');
    expect([url.pathname, url.searchParams.get('w')]).toEqual(['/api/artworks/ab/pages/3', '640']);
    expect(JSON.parse(url.searchParams.get('ready')!)).toEqual({ inks: ['Gold & Co ~'] });
    expect(platesUrl(drawnFile('ab', null), 1)).toBe('/api/artworks/ab/pages/1/plates');
    // what no address bears is left away
    expect(drawnFile('ab', { inks: 'x'.repeat(9000) })).toBe('ab');
  });
});
