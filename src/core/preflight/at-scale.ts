import type { FileLook } from './look';
import type { PreflightRules } from '../shop';

/**
 * A file as it looks printed at so much of its size: lines, letters and the pixels of pictures by what they measure then.
 * Places stay where they are on its pages.
 */
export function atScale(file: FileLook, scale: number): FileLook {
  if (scale === 1) return file;
  return {
    ...file,
    pages: file.pages.map((page) => ({
      ...page,
      pictures: page.pictures.map((p) => ({ ...p, ppi: p.ppi / scale })),
      lines: page.lines.map((l) => ({ ...l, width: l.width * scale })),
      rich: page.rich.map((r) => ({ ...r, points: r.points * scale })),
    })),
  };
}

/** What rules ask for round a page, said in its own size: 3 mm of a page that is printed half as large are 6 mm of it. */
export const rulesAt = (rules: PreflightRules, scale: number): PreflightRules => ({
  ...rules,
  bleed: rules.bleed / scale,
  safe: rules.safe / scale,
});
