import { packShort } from '../compose/object-streams';
import type { Copier } from '../compose/copier';
import type { PdfWriter } from '../compose/writer';
import type { Space } from '../colour/spaces';
import { isDict, PdfSyntaxError, Ref, type Dict, type PdfValue } from '../syntax/objects';
import { Rewriter, type Things } from './content';
import { Images } from './images';
import { naming, namesOf, type Names } from './names';
import type { Pictures } from './pictures';
import { amountOn, lostOf, touches, type Paint, type Plate } from './plate';
import { Redrawing } from './redrawing';
import { recolouredShading, type Shaded, type Target } from './shadings';
import { BEGINNING, type State } from './state';

/** Blend modes that a spot ink's plate does not know: they would darken paper, or need all inks at once (11.7.4.2). */
const NOT_FOR_SPOTS = new Set(['/Difference', '/Exclusion', '/Hue', '/Saturation', '/Color', '/Luminosity']);
/** What of the graphics state says how inks are put on the press (table 58): done here, or left to who makes the plate. */
const ON_PRESS = ['/OP', '/op', '/OPM', '/TR', '/TR2', '/BG', '/BG2', '/UCR', '/UCR2', '/HT'];
const MOST_DEEP = 64;

/** What was met that has no plate, or no one way to its inks. */
export interface Met {
  readonly lost: Set<string>;
  light: boolean;
}

/** Takes pages apart into the plates of one list of inks. */
export class Separator extends Redrawing {
  private readonly images: Images;
  private deep = 0;

  constructor(
    copier: Copier,
    out: PdfWriter,
    plates: readonly Plate[],
    pictures: Pictures,
    private readonly met: Met,
  ) {
    super(copier, out);
    this.plates = plates;
    this.images = new Images(copier, out, plates, pictures, this.seen, (ink) => this.met.lost.add(ink));
  }

  private readonly plates: readonly Plate[];

  private readonly printed = (name: string): boolean =>
    this.plates.some((p) => p.process < 0 && p.ink.toLowerCase() === name.toLowerCase());

  private readonly seen = ({ space, colour }: Paint): void => {
    if (space.pattern !== undefined) return;
    const tints = space.tints(colour);
    for (const ink of lostOf(this.plates, tints)) this.met.lost.add(ink);
    // grey made of light is black, whoever reckons
    if (space.light && tints.process.slice(0, 3).some((v) => v > 0.01)) this.met.light = true;
  };

  /** What a page's content becomes, with the resources that it names, and its group. */
  page(dict: Dict, plate: Plate): { readonly content: Uint8Array; readonly resources: string; readonly group: string } {
    const { source } = this.copier;
    const resources = source.get(dict.get('/Resources'));
    const contents = source.get(dict.get('/Contents'));
    const list = Array.isArray(contents) ? contents : [dict.get('/Contents')];
    const text = list.map((v) => this.textOf(v)).join('\n');
    const { content, used } = this.rewritten(text, isDict(resources) ? resources : undefined, plate, BEGINNING, true);
    return { content, resources: used, group: this.group(dict.get('/Group')) };
  }

  private rewritten(text: string, resources: Dict | undefined, plate: Plate, state: State, begins: boolean) {
    if (this.deep > MOST_DEEP) throw new PdfSyntaxError('Pages are drawn of forms nested too deeply.');
    this.deep++;
    try {
      const names = namesOf(resources, this.copier, this.printed);
      const give = naming();
      // a page begins in black, which is nothing but on the plate of that ink
      const begin = begins && plate.process !== 3 ? '1 g 1 G\n' : '';
      const content = begin + new Rewriter(plate, this.things(plate, names), names, give, state).rewrite(text);
      return { content: packShort(content), used: give.all() };
    } finally {
      this.deep--;
    }
  }

  private things(plate: Plate, names: Names): Things {
    return {
      seen: this.seen,
      form: (what, state) => this.form(what, names, plate, state),
      image: (what, state, give) => this.images.drawn(what, names, plate, state, give),
      inline: (image, _, state, give) => this.images.inline(image, names, plate, state, give),
      shading: (what) => this.shading(what, names, plate),
      pattern: (what) => this.pattern(what, names, plate),
      graphics: (what) => this.graphics(what, plate),
      font: (what) => this.font(what, names, plate),
    };
  }

  private readonly greyOn =
    (plate: Plate) =>
    (space: Space): Target => ({
      space: '/DeviceGray',
      into: (colour) => [1 - amountOn(plate, space.tints(colour))],
    });

  private idOf(what: PdfValue | undefined, plate: Plate, kind: string): string {
    return what instanceof Ref
      ? `${kind} ${what.num} ${plate.ink}`
      : `${kind} ${plate.ink} ${this.copier.value(what ?? 'null')}`;
  }

  /** A stream of operators: a form, a pattern's cell, a letter of a font that is drawn. */
  private drawing(
    num: number,
    what: Ref,
    dict: Dict,
    resources: Dict | undefined,
    plate: Plate,
    state: State,
    begins: boolean,
  ): void {
    const { content, used } = this.rewritten(this.textOf(what), resources, plate, state, begins);
    this.operators(num, dict, content, `/Resources${used}${this.group(dict.get('/Group'))}`);
  }

  private form(what: PdfValue | undefined, names: Names, plate: Plate, state: State): string | null {
    const dict = this.copier.source.get(what);
    if (!(what instanceof Ref) || !isDict(dict)) return null;
    const { op, OP, opm, mode, written, fill, stroke } = state;
    const trace = [fill, stroke].flatMap((p) => [touches(plate, p, true), touches(plate, p, false)]);
    const id = `${this.idOf(what, plate, 'form')} ${[op, OP, opm, mode, written, ...trace].map(Number).join(' ')}`;
    return this.once(id, (num) =>
      this.drawing(num, what, dict, this.resourcesOf(dict, names.resources), plate, state, false),
    );
  }

  private pattern(what: PdfValue | undefined, names: Names, plate: Plate): ReturnType<Things['pattern']> {
    const { source } = this.copier;
    const dict = source.get(what);
    if (!isDict(dict)) return null;
    if (source.get(dict.get('/PatternType')) === '2') {
      const { ref, paint } = this.shading(dict.get('/Shading'), names, plate);
      const full: Dict = new Map(dict);
      full.set('/Shading', ref);
      const graphics = dict.get('/ExtGState');
      if (graphics !== undefined) full.set('/ExtGState', this.graphics(graphics, plate));
      const id = this.idOf(what, plate, 'pattern');
      return { ref: this.once(id, (num) => this.out.object(num, this.copier.value(full))), coloured: true, paint };
    }
    if (!(what instanceof Ref)) return null;
    if (source.get(dict.get('/PaintType')) === '2')
      return { ref: this.copier.reference(what), coloured: false, paint: null };
    const ref = this.once(this.idOf(what, plate, 'pattern'), (num) =>
      this.drawing(num, what, dict, this.resourcesOf(dict, names.resources), plate, BEGINNING, true),
    );
    return { ref, coloured: true, paint: null };
  }

  private readonly shaded = new Map<string, Shaded>();

  private shading(what: PdfValue | undefined, names: Names, plate: Plate): Shaded {
    const id = this.idOf(what, plate, 'shading');
    let known = this.shaded.get(id);
    if (!known) this.shaded.set(id, (known = recolouredShading(this.out, what, names, this.greyOn(plate), this.seen)));
    return known;
  }

  private graphics(what: PdfValue | undefined, plate: Plate): string {
    const { source } = this.copier;
    return this.once(this.idOf(what, plate, 'graphics'), (num) => {
      const dict = source.get(what);
      const full: Dict = new Map(isDict(dict) ? dict : []);
      for (const key of ON_PRESS) full.delete(key);
      const said = source.get(full.get('/BM'));
      const mode = Array.isArray(said) ? source.get(said[0]) : said;
      if (plate.process < 0 && typeof mode === 'string' && NOT_FOR_SPOTS.has(mode)) full.set('/BM', '/Normal');
      this.out.object(num, this.copier.value(full));
    });
  }

  /** A font whose letters are drawn (9.6.5) has colours in them; any other has none. */
  private font(what: PdfValue | undefined, names: Names, plate: Plate): string {
    const { source } = this.copier;
    const dict = source.get(what);
    const drawn = isDict(dict) ? this.lettersOf(dict) : null;
    if (!isDict(dict) || !drawn) return this.copier.value(what ?? 'null');
    return this.once(this.idOf(what, plate, 'font'), (num) => {
      const letters: Dict = new Map();
      for (const [name, letter, of] of drawn)
        letters.set(
          name,
          this.once(this.idOf(letter, plate, 'letter'), (n) =>
            this.drawing(n, letter, of, this.resourcesOf(dict, names.resources), plate, BEGINNING, false),
          ),
        );
      const full: Dict = new Map(dict);
      full.set('/CharProcs', letters);
      this.out.object(num, this.copier.value(full));
    });
  }

  /** A transparency group, of greys. */
  private group(v: PdfValue | undefined): string {
    const dict = this.copier.source.get(v);
    if (!isDict(dict)) return '';
    const full: Dict = new Map(dict);
    if (full.has('/CS')) full.set('/CS', '/DeviceGray');
    return `/Group${this.copier.value(full)}`;
  }
}
