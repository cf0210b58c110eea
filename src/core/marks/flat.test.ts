import { describe, expect, it } from 'vitest';
import { patched, type Docket } from '../docket';
import { overlap, rect } from '../measure';
import { plan } from '../sheet';
import { artworkOf, flatDocketFor, SHOP } from '../testing';
import { mark } from '.';

describe('crop marks of pieces in two blocks', () => {
  const artwork = artworkOf(2, { width: 85, height: 54 });
  const docket: Docket = patched(flatDocketFor(artwork), {
    sheet: {
      stock: { ...SHOP.stocks[2]!, width: 360, height: 490 },
      machine: { ...SHOP.machines[0]!, largest: { width: 500, height: 700 } },
    },
    product: { lies: { way: 'mixed' }, copies: 5000 },
  });
  const planned = plan(docket, artwork);
  const { lay } = planned.sheets.main;
  const lines = mark(docket, planned)
    .of(1, 'front')
    .flatMap((m) => (m.of === 'crop' && m.kind === 'line' ? [m] : []));

  it('stand at the edges of their own block, and in no piece', () => {
    expect(lay.grid).toBeNull();
    expect(lines.length).toBeGreaterThan(20);
    for (const { from, to } of lines) {
      // as thick as it is printed, as long as it is
      const across = 0.125;
      const upright = from[0] === to[0];
      const box = rect(
        Math.min(from[0], to[0]) - (upright ? across : 0),
        Math.min(from[1], to[1]) - (upright ? 0 : across),
        upright ? 2 * across : Math.abs(from[0] - to[0]),
        upright ? Math.abs(from[1] - to[1]) : 2 * across,
      );
      for (const d of lay.downs) expect(overlap(d.reach!, box)).toBe(false);
    }
  });

  it('mark each edge where nothing lies beyond it, and no edge of the other block', () => {
    for (const { from, to } of lines) {
      const upright = from[0] === to[0];
      // of the pieces that the line points at, the nearest has an edge on it
      const [at, out, inner] = upright ? [from[0], to[1], from[1]] : [from[1], to[0], from[0]];
      const meets = lay.downs
        .map(({ trim: t }) => ({
          edges: upright ? [t.x, t.x + t.width] : [t.y, t.y + t.height],
          near: upright ? [t.y, t.y + t.height] : [t.x, t.x + t.width],
          spans: upright ? at > t.x - 1e-6 && at < t.x + t.width + 1e-6 : at > t.y - 1e-6 && at < t.y + t.height + 1e-6,
        }))
        .filter((p) => p.spans)
        .map((p) => ({ ...p, far: Math.min(...p.near.map((v) => Math.abs(v - inner))) }))
        .sort((a, b) => a.far - b.far);
      expect(meets[0]!.edges.some((e) => Math.abs(e - at) < 1e-6)).toBe(true);
      expect(Math.abs(out - inner)).toBeGreaterThan(0.9);
    }
  });
});
