import { realNumber as n } from './number';
import type { Drawn } from './side';
import type { PdfWriter } from './writer';

/** A name as it stands in content (7.3.5). */
export const nameOf = (s: string): string =>
  [...Buffer.from(s, 'utf8')]
    .map((b) =>
      /[A-Za-z0-9]/.test(String.fromCharCode(b)) ? String.fromCharCode(b) : `#${b.toString(16).padStart(2, '0')}`,
    )
    .join('');

/** The process inks that stand for an ink of which nothing else is known: black. */
const UNKNOWN = '0 0 0 1';

/** The colour spaces of the inks that are not process inks (8.6.6.4), each written once. */
export class SpotSpaces {
  private readonly known = new Map<string, { readonly key: string; readonly ref: string }>();

  constructor(private readonly out: PdfWriter) {}

  /** Sets an ink to draw lines with, all of it. */
  stroke(on: Drawn, name: string): string {
    const [space] = this.fill(on, name, 1).split(' ');
    return `${space} CS 1 SCN\n`;
  }

  /**
   * Sets an ink to fill with.
   * @param tint how much of it, 0 to 1
   * @param cmyk what stands for it where it is not on the press, as operands of `k`
   */
  fill(on: Drawn, name: string, tint: number, cmyk = UNKNOWN): string {
    const id = `${name}\n${cmyk}`;
    let space = this.known.get(id);
    if (!space) {
      const num = this.out.allocate();
      this.out.object(
        num,
        `[/Separation /${nameOf(name)} /DeviceCMYK <</FunctionType 2/Domain[0 1]/C0[0 0 0 0]/C1[${cmyk}]/N 1>>]`,
      );
      space = { key: `S${num}`, ref: `${num} 0 R` };
      this.known.set(id, space);
    }
    on.spaces.set(space.key, space.ref);
    return `/${space.key} cs ${n(tint)} scn\n`;
  }
}
