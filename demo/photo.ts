import sharp from 'sharp';

/** Numbers that look random and are the same each time (mulberry32). */
export function random(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** Smooth noise between 0 and 1. */
function noise(seed: number): (x: number, y: number) => number {
  const next = random(seed);
  const table = Array.from({ length: 4096 }, () => next());
  const at = (i: number, j: number): number => table[((i * 73 + j * 151) & 4095) >>> 0]!;
  const ease = (t: number): number => t * t * (3 - 2 * t);
  return (x, y) => {
    const i = Math.floor(x);
    const j = Math.floor(y);
    const u = ease(x - i);
    const v = ease(y - j);
    return (at(i, j) * (1 - u) + at(i + 1, j) * u) * (1 - v) + (at(i, j + 1) * (1 - u) + at(i + 1, j + 1) * u) * v;
  };
}

/** A photograph of weather over water that nobody took. */
export async function seascape(seed: number, width: number, height: number): Promise<Buffer> {
  const n = noise(seed);
  const cloud = (x: number, y: number): number => 0.5 * n(x, y) + 0.3 * n(2 * x + 9, 2 * y) + 0.2 * n(4 * x, 4 * y + 5);
  const pixels = Buffer.alloc(width * height * 3);
  const dice = random(seed * 7 + 1);
  const horizon = 0.48 + 0.16 * dice();
  const glint = 0.25 + 0.5 * dice();
  const warmth = 46 * dice();
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const u = x / width;
      const v = y / height;
      let r: number;
      let g: number;
      let b: number;
      if (v < horizon) {
        const t = v / horizon;
        const c = Math.max(0, cloud(u * 5, v * 9) - 0.42) * 1.9;
        r = 110 + warmth + (125 - warmth * 0.4) * t + 60 * c;
        g = 150 + 70 * t + 55 * c;
        b = 175 + 10 * t + 50 * c;
        const land = horizon - 0.02 - 0.07 * n(u * 4 + seed, 1) - 0.03 * n(u * 17, 2);
        if (v > land) [r, g, b] = [62 + 30 * n(u * 60, v * 90), 74 + 30 * n(u * 60, v * 90), 78];
      } else {
        const t = (v - horizon) / (1 - horizon);
        const wave = n(u * (60 - 40 * t), v * (260 - 180 * t)) - 0.5;
        r = 150 - 90 * t + 70 * wave;
        g = 160 - 60 * t + 70 * wave;
        b = 160 - 30 * t + 60 * wave;
        if (Math.abs(u - glint - 0.05 * wave) < 0.02 + 0.06 * t && wave > 0) [r, g, b] = [235, 210, 170];
      }
      const o = (y * width + x) * 3;
      pixels[o] = Math.max(0, Math.min(255, r));
      pixels[o + 1] = Math.max(0, Math.min(255, g));
      pixels[o + 2] = Math.max(0, Math.min(255, b));
    }
  return sharp(pixels, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 86 })
    .toBuffer();
}

/** A page of an old minute book as a scanner sees it: paper, shadow at the gutter, lines of handwriting. */
export async function scannedPage(seed: number, width: number, height: number): Promise<Buffer> {
  const n = noise(seed + 1000);
  const next = random(seed);
  const pixels = Buffer.alloc(width * height);
  const gutter = Array.from({ length: width }, (_, x) => 60 * Math.exp(-x / (width * 0.04)));
  // stains are soft: worked out for every eighth pixel; the grain of the paper is an endless run of the same noise
  const grain = Uint8Array.from({ length: 65_521 }, () => 24 * next());
  const stains = new Float64Array(Math.ceil(width / 8));
  for (let y = 0; y < height; y++) {
    if (y % 8 === 0) stains.forEach((_, i) => (stains[i] = 232 - 22 * n(i / 50, y / 400) - 10 * n(i / 5, y / 40)));
    for (let x = 0; x < width; x++) {
      const at = y * width + x;
      pixels[at] = Math.max(0, stains[x >> 3]! - gutter[x]! - grain[at % 65_521]!);
    }
  }
  // handwriting: loops along lines, by a pen that presses and lifts
  const lines = 26;
  for (let l = 0; l < lines; l++) {
    const base = height * (0.1 + (0.8 * l) / lines);
    let x = width * 0.12;
    const end = width * (l % 7 === 6 ? 0.4 + 0.3 * next() : 0.88);
    while (x < end) {
      const letters = 3 + Math.floor(next() * 7);
      for (let k = 0; k < letters && x < end; k++) {
        const size = width * (0.007 + 0.006 * next());
        const tall = next() < 0.25 ? 2.2 : 1;
        const lean = 0.35;
        for (let s = 0; s < 160; s++) {
          const a = (s / 160) * Math.PI * 2;
          const py = Math.sin(a) * size * tall;
          const px = x + Math.cos(a) * size * 0.7 + py * lean + (s / 160) * size * 0.8;
          const weight = 1 + 2.2 * Math.max(0, Math.sin(a));
          for (let dy = -2; dy <= 2; dy++)
            for (let dx = -2; dx <= 2; dx++) {
              if (dx * dx + dy * dy > weight * weight) continue;
              const ix = Math.round(px + dx);
              const iy = Math.round(base - py + dy - size * tall);
              if (ix < 0 || iy < 0 || ix >= width || iy >= height) continue;
              const o = iy * width + ix;
              pixels[o] = Math.min(pixels[o]!, 58 + Math.floor(40 * next()));
            }
        }
        x += size * 1.9;
      }
      x += width * 0.018;
    }
  }
  return sharp(pixels, { raw: { width, height, channels: 1 } })
    .jpeg({ quality: 89 })
    .toBuffer();
}

/** A ruled card with strokes of a pen in its lines, as a scanner saw it: at an angle, on white. @param angle counter-clockwise */
export function ruledCard(seed: number, angle: number): Promise<Buffer> {
  const dice = random(seed);
  const [width, height] = [1748, 1240];
  const lines = Array.from({ length: 9 }, (_, i) => {
    const y = 330 + i * 86;
    const strokes = Array.from({ length: 6 }, (_, k) => {
      const x = 250 + k * 220 + 60 * dice();
      const wave = Array.from({ length: 5 }, () => `q${8 + 8 * dice()} ${-34 * dice()} ${18 + 8 * dice()} 0`).join('');
      return k === 4 && i % 3 > 0
        ? ''
        : `<path d="M${x} ${y - 12}${wave}" fill="none" stroke="#2b3350" stroke-width="5"/>`;
    });
    return `<path d="M210 ${y}H1540" stroke="#8a3d2c" stroke-width="3"/>${strokes.join('')}`;
  });
  const card = `<rect x="170" y="180" width="1410" height="900" fill="#f1ead6"/><path d="M210 262H1540" stroke="#8a3d2c" stroke-width="9"/>`;
  return sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%" fill="#fbfaf6"/><g transform="rotate(${-angle} ${width / 2} ${height / 2})">${card}${lines.join('')}</g></svg>`,
    ),
  )
    .jpeg({ quality: 82 })
    .toBuffer();
}
