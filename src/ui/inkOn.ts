/**
 * The colour that text has on a swatch so that it can be read: dark ink on light paper, light on dark. By relative
 * luminance (WCAG 2.2), at which black and white contrast alike: 0.179.
 * @param swatch `#rrggbb`
 */
export function inkOn(swatch: string): string {
  const part = (at: number): number => {
    const v = parseInt(swatch.slice(at, at + 2), 16) / 255;
    return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
  };
  return 0.2126 * part(1) + 0.7152 * part(3) + 0.0722 * part(5) > 0.179 ? '#2a211c' : '#fffaf0';
}
