import { describe, expect, it } from 'vitest';
import { snapped } from './snapping';

const PAGE = { width: 90, height: 50 };
const at = (x: number, y: number, reach = 1, others: Parameters<typeof snapped>[3] = []) =>
  snapped({ x, y, width: 20, height: 10 }, PAGE, 3, others, reach);

describe('a dragged box', () => {
  it('is drawn to the middle, the trim and the safe area, by its edges and its middle', () => {
    expect(at(35.6, 19.5)).toEqual({
      x: 35,
      y: 20,
      guides: [
        { way: 'x', at: 45 },
        { way: 'y', at: 25 },
      ],
    });
    expect(at(3.4, 36.5)).toMatchObject({ x: 3, y: 37 });
    expect(at(70.2, 0.3)).toMatchObject({ x: 70, y: 0 });
    expect(at(66.6, 20)).toMatchObject({ x: 67 });
  });

  it('is drawn to other boxes', () => {
    const others = [{ x: 10, y: 12, width: 8, height: 5 }];
    expect(at(17.6, 16.8, 1, others)).toMatchObject({ x: 18, y: 17 });
    expect(at(4.4, 9.3, 1, others)).toMatchObject({ x: 4, y: 9.5 });
  });

  it('goes where the hand goes where nothing is near, or where it is wished', () => {
    expect(at(20.3, 12.2)).toEqual({ x: 20.3, y: 12.2, guides: [] });
    expect(at(35.6, 19.5, 0)).toEqual({ x: 35.6, y: 19.5, guides: [] });
    expect(at(36.1, 20)).toMatchObject({ x: 36.1 });
  });
});
