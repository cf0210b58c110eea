/** A part of a page, in shares of its width and height, from its upper left. */
export interface Part {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A picture's pixels: four bytes each, row by row. */
export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly data: ArrayLike<number>;
}

/** How far a pixel may differ without a word, of 255: what is drawn anew is not the same to the last bit. */
const NOISE = 40;
/** Pixels of the squares that are looked at together. */
const SQUARE = 12;

/** Where two pictures differ: squares that touch are one part. All of it where they are of different sizes. */
export function differences(a: Pixels, b: Pixels): Part[] {
  if (a.width !== b.width || a.height !== b.height) return [{ x: 0, y: 0, width: 1, height: 1 }];
  const columns = Math.ceil(a.width / SQUARE);
  const rows = Math.ceil(a.height / SQUARE);
  const differs = new Uint8Array(columns * rows);
  for (let y = 0, i = 0; y < a.height; y++)
    for (let x = 0; x < a.width; x++, i += 4)
      if (
        Math.abs(a.data[i]! - b.data[i]!) > NOISE ||
        Math.abs(a.data[i + 1]! - b.data[i + 1]!) > NOISE ||
        Math.abs(a.data[i + 2]! - b.data[i + 2]!) > NOISE
      )
        differs[Math.floor(y / SQUARE) * columns + Math.floor(x / SQUARE)] = 1;
  const boxes = partsOf(differs, columns, rows);
  const within = (a: Box, b: Box): boolean => a !== b && a[0] >= b[0] && a[1] >= b[1] && a[2] <= b[2] && a[3] <= b[3];
  return boxes
    .filter((a) => !boxes.some((b) => within(a, b)))
    .map(([left, top, right, bottom]) => ({
      x: (left * SQUARE) / a.width,
      y: (top * SQUARE) / a.height,
      width: Math.min(1, ((right + 1) * SQUARE) / a.width) - (left * SQUARE) / a.width,
      height: Math.min(1, ((bottom + 1) * SQUARE) / a.height) - (top * SQUARE) / a.height,
    }));
}

/** Squares from and to, both counted: left, top, right, bottom. */
type Box = [number, number, number, number];

/** Squares that touch, corners and one empty square between them included, as rectangles. */
function partsOf(differs: Uint8Array, columns: number, rows: number): Box[] {
  const out: Box[] = [];
  for (let start = 0; start < differs.length; start++) {
    if (differs[start] !== 1) continue;
    const box: Box = [columns, rows, 0, 0];
    const waiting = [start];
    differs[start] = 2;
    while (waiting.length > 0) {
      const at = waiting.pop()!;
      const [x, y] = [at % columns, Math.floor(at / columns)];
      box[0] = Math.min(box[0], x);
      box[1] = Math.min(box[1], y);
      box[2] = Math.max(box[2], x);
      box[3] = Math.max(box[3], y);
      for (let dy = -2; dy <= 2; dy++)
        for (let dx = -2; dx <= 2; dx++) {
          const [nx, ny] = [x + dx, y + dy];
          if (nx < 0 || ny < 0 || nx >= columns || ny >= rows || differs[ny * columns + nx] !== 1) continue;
          differs[ny * columns + nx] = 2;
          waiting.push(ny * columns + nx);
        }
    }
    out.push(box);
  }
  return out;
}
