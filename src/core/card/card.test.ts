import { describe, expect, it } from 'vitest';
import { patched } from '../docket';
import { mark } from '../marks';
import { inspect } from '../findings';
import { reckon } from '../reckoning';
import { plan } from '../sheet';
import { artworkOf, posterDocketFor, SHOP } from '../testing';
import { jobCard } from '.';

describe('the card of a poster', () => {
  const artwork = artworkOf(2, { width: 594, height: 841 });
  const docket = patched(posterDocketFor(artwork), {
    sheet: { stock: SHOP.stocks[2]! },
    product: { bleed: 0, copies: 3, singles: [{ column: 2, row: 3, off: true, stock: null }] },
  });
  const planned = plan(docket, artwork);
  const it_ = { docket, artwork, plan: planned, marks: mark(docket, planned), shop: SHOP, unit: 'mm' as const };
  const card = jobCard(7, docket, planned, { findings: inspect(it_), figures: reckon(docket, planned) }, 'mm');

  it('says how its panels hang and where the joints are seen', () => {
    expect(card.wall!.said).toEqual([
      'Panels hang overlapping by 20 mm.',
      'The right one lies over its neighbour, the upper one too.',
      'Joints from the left: 287 mm.',
      'Joints from the top: 293.7 mm, 567.3 mm.',
    ]);
    expect(card.wall!.panels.map((p) => `${p.name}${p.off ? ' off' : ''}`).join(' ')).toBe('A1 A2 B1 B2 C1 C2 off');
  });

  it('shows each poster once and counts its panels', () => {
    expect(card.pages.map((p) => [p.page, p.label])).toEqual([
      [1, '1'],
      [2, '2'],
    ]);
    expect(card.counts.slice(0, 2).map((c) => [c.label, c.value])).toEqual([
      ['Panels', '5'],
      ['Good sheets', '30'],
    ]);
    expect(card.loads[0]!.what).toBe('panel: 10 sheets, one side, 3 times');
  });
});
