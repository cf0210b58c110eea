import sharp from 'sharp';

/**
 * Stands for a page that takes too long or too much memory to draw: the page prints, its picture is this.
 * @param ratio height by width
 */
export async function tooHeavy(width: number, ratio: number): Promise<Buffer> {
  const w = Math.max(16, Math.round(width));
  const h = Math.max(16, Math.min(8 * w, Math.round(w * ratio)));
  const size = w / 14;
  const lines = ['This page is too', 'heavy to draw.', 'It is printed', 'as it is.'];
  const text = lines
    .map((line, i) => `<text x="${w / 2}" y="${h / 2 + (i - 1.2) * size * 1.4}">${line}</text>`)
    .join('');
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}"><rect width="100%" height="100%" fill="#f4efe4"/><g font-family="sans-serif" font-size="${size}" fill="#3a2f28" text-anchor="middle">${text}</g></svg>`;
  return sharp(Buffer.from(svg)).jpeg({ quality: 82 }).toBuffer();
}
