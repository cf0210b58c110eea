import type { ReadyOn } from '../../core';
import type { Linear, Readier, Readies } from '../compose/forms';
import { packShort } from '../compose/object-streams';
import type { Copier } from '../compose/copier';
import { realNumber } from '../compose/number';
import type { PdfWriter } from '../compose/writer';
import type { Operation } from '../colour/operators';
import { namesOf, type Names } from '../separate/names';
import { Pictures } from '../separate/pictures';
import { Redrawing } from '../separate/redrawing';
import { isDict, PdfSyntaxError, Ref, type Dict, type PdfValue } from '../syntax/objects';
import type { Press } from '../icc/press';
import { Changes, kindOf } from './changes';
import { Conversion, DEFAULTS } from './conversion';
import { Rewriter, type Things } from './content';
import { Given } from './given';
import { Images } from './images';
import { Shadings } from './shadings';
import { beginning, begun, stateId, unnamed, type State } from './state';
import { alike, follow, linearOf } from './thin';
import { Trapping } from '../trap';

const MOST_DEEP = 64;
/** Things that are written anew for a file. */
const MOST_THINGS = 100_000;

/**
 * Writes pages of a file as they are wished: spot inks made others, or left out; colours brought to the press; thin lines
 * drawn thicker. Lines stay lines and letters letters; what nothing is wished of is carried over as it is.
 */
export class Ready extends Redrawing implements Readies {
  private readonly changes: Changes;
  private readonly pictures: Pictures;
  private readonly images: Images;
  private readonly shadings: Shadings;
  private readonly conversion: Conversion | null;
  private deep = 0;

  /** @param wish what is done @param path where the file lies @param press where its colours are brought to */
  constructor(
    copier: Copier,
    out: PdfWriter,
    private readonly wish: ReadyOn,
    path: string,
    press: Press | null,
  ) {
    super(copier, out);
    this.conversion = press || wish.tone ? new Conversion(copier.source, press, wish) : null;
    this.changes = new Changes(copier, out, wish.inks, this.conversion);
    this.pictures = new Pictures(path);
    this.images = new Images(copier, out, this.pictures, this.changes);
    this.shadings = new Shadings(copier, out, this.changes, (id, make) => this.onceAs(id, make));
  }

  close(): void {
    this.pictures.close();
  }

  /** Whether what becomes of a page depends on how large it is printed. */
  get bySize(): boolean {
    return this.wish.lines !== null;
  }

  /**
   * Writes a page as a form, as {@link Copier.pageAsForm} does.
   * @param map from the page's own units to millimetres as it is printed
   * @throws PdfSyntaxError where what is wished cannot be done to it
   */
  pageAsForm(num: number, page: Dict, bbox: readonly number[], map: Linear): void {
    const { source } = this.copier;
    const resources = source.get(page.get('/Resources'));
    const own = isDict(resources) ? resources : undefined;
    const text = this.copier.contentOf(page).toString('latin1');
    const made =
      this.rewritten(text, own, beginning(map), map, this.wish.lines, true) ?? this.regrouped(page, text, own);
    if (!made) {
      this.copier.pageAsForm(num, page, bbox);
      return;
    }
    const entries: Dict = new Map<string, PdfValue>([
      ['/Subtype', '/Form'],
      ['/BBox', bbox.map(realNumber)],
    ]);
    this.operators(num, entries, made.packed, `/Resources${made.resources}${this.group(page)}`);
  }

  /** A form that annotations are drawn with. @returns its reference */
  appearance(ref: Ref, map: Linear): string {
    const dict = this.copier.source.get(ref);
    const made = isDict(dict) ? this.formOf(ref, dict, undefined, beginning(map), map) : undefined;
    return made ?? this.copier.reference(ref);
  }

  private group(dict: Dict): string {
    const group = dict.get('/Group');
    if (group === undefined) return '';
    const mixed = this.mixedIn(dict);
    return `/Group ${this.copier.value(mixed ?? group)}`;
  }

  /** What a thing's colours are mixed in where that is another than it was: those of the press (11.6.6). */
  private mixedIn(dict: Dict): Dict | null {
    const { source } = this.copier;
    const group = source.get(dict.get('/Group'));
    const space = isDict(group) ? group.get('/CS') : undefined;
    if (!isDict(group) || space === undefined) return null;
    const change = this.changes.of(space);
    if (change === null || change === 'gone') return null;
    const full: Dict = new Map(group);
    full.set('/CS', '/DeviceCMYK');
    return full;
  }

  /** What is drawn as it was, its colours mixed in others; null where they are not. */
  private regrouped(
    dict: Dict,
    text: string,
    resources: Dict | undefined,
  ): { readonly packed: Uint8Array; readonly resources: string } | null {
    if (!this.mixedIn(dict)) return null;
    return { packed: packShort(text), resources: this.copier.value(resources ?? new Map()) };
  }

  /** Content with the resources it names; null where nothing of it is any other than it was. @param base the map of the page */
  private rewritten(
    text: string,
    resources: Dict | undefined,
    state: State,
    base: Linear,
    lines = this.wish.lines,
    begins = false,
  ): { readonly packed: Uint8Array; readonly resources: string } | null {
    if (this.deep > MOST_DEEP) throw new PdfSyntaxError('Pages are drawn of forms nested too deeply.');
    this.deep++;
    try {
      const names = namesOf(resources, this.copier, () => true);
      const given = new Given(resources, this.copier);
      const things = this.things(names, given, base);
      const change = begins ? things.device('gray') : null;
      const before = change === null || change === 'gone' ? '' : begun(change);
      const written = new Rewriter(state, things, lines).rewrite(text);
      const content = before === '' ? written : `${before}${written ?? text}`;
      return content === null ? null : { packed: packShort(content), resources: given.written() };
    } finally {
      this.deep--;
    }
  }

  private things(names: Names, given: Given, base: Linear): Things {
    const { source } = this.copier;
    const spaces = kindOf(this.copier, names.resources, '/ColorSpace');
    const of = (
      kind: Parameters<Names>[0],
      name: PdfValue | undefined,
    ): readonly [PdfValue | undefined, Dict | null] => {
      const what = names(kind, name);
      const dict = source.get(what);
      return [what, isDict(dict) ? dict : null];
    };
    // spaces of inks that are no more stand there no more, whether they are named or not
    for (const [name, space] of spaces ?? [])
      if (this.changes.of(space, spaces) !== null) given.named('ColorSpace', name, true);
    // nor does what stood for a device's: its colours are those of the press
    for (const of of ['gray', 'rgb', 'cmyk'] as const)
      if (this.changes.device(of, spaces) !== null) given.named('ColorSpace', DEFAULTS[of], true);
    // what has no resources of its own draws with these
    const own = (dict: Dict | null): void => {
      if (dict && source.get(dict.get('/PatternType')) !== '2' && !isDict(source.get(dict.get('/Resources'))))
        given.keepAll();
    };
    const named = (
      kind: string,
      name: PdfValue | undefined,
      instead: string | null | undefined,
    ): string | null | undefined => {
      given.named(kind, String(name), instead !== undefined);
      return typeof instead === 'string' ? given.give(kind, instead) : instead;
    };
    return {
      file: source,
      give: (kind, ref) => given.give(kind, ref),
      space: (name) => this.changes.of(name, spaces),
      device: (of) => this.changes.device(of, spaces),
      isForm: (name) => source.get(of('XObject', name)[1]?.get('/Subtype')) !== '/Image',
      form: (name, state) => {
        const [what, dict] = of('XObject', name);
        if (!(what instanceof Ref) || !dict) return named('XObject', name, undefined);
        own(dict);
        return named('XObject', name, this.formOf(what, dict, names.resources, state, base));
      },
      image: (name, state) => {
        const [what, dict] = of('XObject', name);
        if (!(what instanceof Ref) || !dict) return named('XObject', name, undefined);
        if (source.get(dict.get('/ImageMask')) === 'true')
          return named('XObject', name, state.fill.gone ? null : undefined);
        if (this.conversion && !dict.has('/ColorSpace'))
          return named(
            'XObject',
            name,
            this.images.bare(what, dict, (of) => this.changes.device(of, spaces)),
          );
        return named('XObject', name, this.images.object(what, dict, this.changes.of(dict.get('/ColorSpace'), spaces)));
      },
      inline: (image, state) => this.inline(image, state, spaces, given),
      shading: (name) => named('Shading', name, this.shadings.of(names('Shading', name), names)),
      pattern: (name) => {
        own(of('Pattern', name)[1]);
        return named('Pattern', name, this.pattern(names('Pattern', name), names, base));
      },
      font: (name) => {
        const [, font] = of('Font', name);
        if (font?.has('/CharProcs')) own(font);
        return named('Font', name, this.font(names('Font', name), names.resources, base));
      },
      graphics: (name) => of('ExtGState', name)[1],
    };
  }

  private inline(
    image: NonNullable<Operation['image']>,
    state: State,
    spaces: Dict | undefined,
    given: Given,
  ): string | null | undefined {
    if (image.dict.get('/ImageMask') === 'true') return state.fill.gone ? null : undefined;
    const full: Dict = new Map(image.dict);
    const said = full.get('/ColorSpace');
    const meant = typeof said === 'string' ? spaces?.get(said) : undefined;
    if (meant !== undefined) full.set('/ColorSpace', meant);
    const ref = this.images.inline(image, full, this.changes.of(full.get('/ColorSpace')));
    return typeof ref === 'string' ? `${given.give('XObject', ref)} Do` : ref;
  }

  /** What becomes of things that are asked for again: undefined where they stay as they are. */
  private readonly become = new Map<string, string | null | undefined>();
  private onceAs(id: string, make: () => string | null | undefined): string | null | undefined {
    if (!this.become.has(id)) {
      // forms of forms may be more than anybody draws
      if (this.become.size >= MOST_THINGS)
        throw new PdfSyntaxError('Pages are drawn of too many things to make them ready.');
      // one that draws itself stays what it is
      this.become.set(id, undefined);
      this.become.set(id, make());
    }
    return this.become.get(id);
  }

  private formOf(ref: Ref, dict: Dict, drawing: Dict | undefined, state: State, base: Linear): string | undefined {
    const lines = this.wish.lines !== null;
    const map = alike(follow(linearOf(this.copier.source, dict), state.map));
    // what colours are set to round it is not known by name within
    const within = { ...state, map, fill: unnamed(state.fill), stroke: unnamed(state.stroke) };
    const id = `form ${ref.num} ${stateId(within, lines)}`;
    return (
      this.onceAs(id, () => {
        const [text, resources] = [this.textOf(ref), this.resourcesOf(dict, drawing)];
        const made = this.rewritten(text, resources, within, base) ?? this.regrouped(dict, text, resources);
        return made ? this.drawing(dict, made) : undefined;
      }) ?? undefined
    );
  }

  private drawing(dict: Dict, made: { readonly packed: Uint8Array; readonly resources: string }): string {
    const num = this.out.allocate();
    this.operators(num, dict, made.packed, `/Resources${made.resources}${this.group(dict)}`);
    return `${num} 0 R`;
  }

  private pattern(what: PdfValue | undefined, names: Names, base: Linear): string | null | undefined {
    const { source } = this.copier;
    const dict = source.get(what);
    if (!isDict(dict)) return undefined;
    const id = what instanceof Ref ? `${what.num}` : this.copier.value(dict);
    if (source.get(dict.get('/PatternType')) === '2') return this.shadings.pattern(id, dict, names);
    if (!(what instanceof Ref)) return undefined;
    // a pattern's cell lies by the page, wherever it is painted (8.7.3.1)
    const map = follow(linearOf(this.copier.source, dict), base);
    return this.onceAs(`pattern ${id} ${map.map((v) => v.toPrecision(6)).join(' ')}`, () => {
      const made = this.rewritten(
        this.textOf(what),
        this.resourcesOf(dict, names.resources),
        beginning(map),
        map,
        this.wish.lines,
        true,
      );
      return made ? this.drawing(dict, made) : undefined;
    });
  }

  private font(what: PdfValue | undefined, drawing: Dict | undefined, base: Linear): string | undefined {
    const font = this.copier.source.get(what);
    const drawn = isDict(font) ? this.lettersOf(font) : null;
    // lines of letters are left alone, as outlines of letters are
    if (!isDict(font) || !drawn || (this.wish.inks.length === 0 && !this.conversion)) return undefined;
    const id = what instanceof Ref ? `${what.num}` : this.copier.value(font);
    return (
      this.onceAs(`font ${id}`, () => {
        const letters: Dict = new Map();
        for (const [name, letter, dict] of drawn) {
          const own = this.resourcesOf(font, drawing);
          const made = this.rewritten(this.textOf(letter), own, beginning(base), base, null);
          if (made) letters.set(name, this.drawing(dict, made));
        }
        if (letters.size === 0) return undefined;
        const full: Dict = new Map(font);
        const all = this.copier.source.get(font.get('/CharProcs')) as Dict;
        full.set('/CharProcs', new Map([...all, ...letters]));
        const num = this.out.allocate();
        this.out.object(num, this.copier.value(full));
        return `${num} 0 R`;
      }) ?? undefined
    );
  }
}

/** Writes pages of files as they are wished. @param press where their colours are brought to */
export const readierFor =
  (press: Press | null): Readier =>
  (copier, out, wish, path) => {
    if (wish.colour && !press) throw new RangeError('Colours are brought to a press that is known.');
    const inner = (from: Copier, to: PdfWriter): Ready => new Ready(from, to, wish, path, press);
    const ready = inner(copier, out);
    return wish.traps ? new Trapping(copier, out, ready, inner, wish.traps) : ready;
  };
