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
import type { Grey } from './shades';
import { greyShading, type Shaded } from './shadings';
import { BEGINNING, type State } from './state';

/** Blend modes that a spot ink's plate does not know: they would darken paper, or need all inks at once (11.7.4.2). */
const NOT_FOR_SPOTS = new Set(['/Difference', '/Exclusion', '/Hue', '/Saturation', '/Color', '/Luminosity']);
/** What of the graphics state says how inks are put on the press (table 58): done here, or left to who makes the plate. */
const ON_PRESS = ['/OP', '/op', '/OPM', '/TR', '/TR2', '/BG', '/BG2', '/UCR', '/UCR2', '/HT'];
const MOST_DEEP = 64;
/** Content that is kept unpacked, in bytes. */
const MOST_HELD = 32 << 20;

/** What was met that has no plate, or no one way to its inks. */
export interface Met {
  readonly lost: Set<string>;
  light: boolean;
}

/** Takes pages apart into the plates of one list of inks. */
export class Separator {
  private readonly known = new Map<string, string>();
  private readonly images: Images;
  private deep = 0;

  constructor(
    private readonly copier: Copier,
    private readonly out: PdfWriter,
    plates: readonly Plate[],
    pictures: Pictures,
    private readonly met: Met,
  ) {
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

  /** Content as it was last read: it is asked for once for every plate. */
  private readonly texts = new Map<number, string>();
  private held = 0;

  private textOf(v: PdfValue | undefined): string {
    if (!(v instanceof Ref)) return '';
    const known = this.texts.get(v.num);
    if (known !== undefined) return known;
    const object = this.copier.source.object(v);
    const text = object?.stream ? Buffer.from(this.copier.source.streamData(object)).toString('latin1') : '';
    if (this.held + text.length > MOST_HELD) {
      this.texts.clear();
      this.held = 0;
    }
    this.texts.set(v.num, text);
    this.held += text.length;
    return text;
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
    (space: Space): Grey =>
    (colour) =>
      1 - amountOn(plate, space.tints(colour));

  /** What is written once for all that are alike; it may name itself. */
  private once(id: string, write: (num: number) => void): string {
    const known = this.known.get(id);
    if (known) return known;
    const num = this.out.allocate();
    this.known.set(id, `${num} 0 R`);
    write(num);
    return `${num} 0 R`;
  }

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
    const full: Dict = new Map(dict);
    for (const key of ['/Length', '/Filter', '/DecodeParms', '/Resources', '/Group', '/Metadata', '/PieceInfo', '/Ref'])
      full.delete(key);
    const group = this.group(dict.get('/Group'));
    this.out.stream(
      num,
      `${this.copier.value(full).slice(2, -2)}/Resources${used}${group}/Filter/FlateDecode`,
      content,
    );
  }

  private resourcesOf(dict: Dict, names: Names): Dict | undefined {
    const own = this.copier.source.get(dict.get('/Resources'));
    // a form without any uses those of what draws it, as files of old do (7.8.3)
    return isDict(own) ? own : names.resources;
  }

  private form(what: PdfValue | undefined, names: Names, plate: Plate, state: State): string | null {
    const dict = this.copier.source.get(what);
    if (!(what instanceof Ref) || !isDict(dict)) return null;
    const { op, OP, opm, mode, written, fill, stroke } = state;
    const trace = [fill, stroke].flatMap((p) => [touches(plate, p, true), touches(plate, p, false)]);
    const id = `${this.idOf(what, plate, 'form')} ${[op, OP, opm, mode, written, ...trace].map(Number).join(' ')}`;
    return this.once(id, (num) => this.drawing(num, what, dict, this.resourcesOf(dict, names), plate, state, false));
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
      this.drawing(num, what, dict, this.resourcesOf(dict, names), plate, BEGINNING, true),
    );
    return { ref, coloured: true, paint: null };
  }

  private readonly shaded = new Map<string, Shaded>();

  private shading(what: PdfValue | undefined, names: Names, plate: Plate): Shaded {
    const id = this.idOf(what, plate, 'shading');
    let known = this.shaded.get(id);
    if (!known) this.shaded.set(id, (known = greyShading(this.out, what, names, this.greyOn(plate), this.seen)));
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
    const drawn = isDict(dict) ? source.get(dict.get('/CharProcs')) : undefined;
    if (!isDict(dict) || !isDict(drawn)) return this.copier.value(what ?? 'null');
    return this.once(this.idOf(what, plate, 'font'), (num) => {
      const letters: Dict = new Map();
      for (const [name, letter] of drawn) {
        const object = letter instanceof Ref ? source.object(letter) : null;
        if (!(letter instanceof Ref) || !object?.stream) continue;
        const of = object.value as Dict;
        letters.set(
          name,
          this.once(this.idOf(letter, plate, 'letter'), (n) =>
            this.drawing(n, letter, of, this.resourcesOf(dict, names), plate, BEGINNING, false),
          ),
        );
      }
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
