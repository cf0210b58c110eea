/**
 * The colour that text has on a swatch so that it can be read: dark ink on light paper, light on dark. By relative
 * luminance (WCAG 2.2), at which black and white contrast alike: 0.179.
 * @param swatch `#rrggbb`
 */
export const inkOn = (swatch: string): string => (luminance(swatch) > 0.179 ? '#2a211c' : '#fffaf0');

/** Whether paper has a colour that is to be seen under what is printed: whites, warm or cold, have none. */
export const coloured = (swatch: string): boolean => luminance(swatch) < 0.86;

/** The relative luminance of a colour (WCAG 2.2). */
function luminance(swatch: string): number {
  const part = (at: number): number => {
    const v = parseInt(swatch.slice(at, at + 2), 16) / 255;
    return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
  };
  return 0.2126 * part(1) + 0.7152 * part(3) + 0.0722 * part(5);
}
