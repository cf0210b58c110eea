import { deflateSync } from 'node:zlib';
import { PROCESS } from '../../core';
import type { Copier } from '../compose/copier';
import { realNumber } from '../compose/number';
import type { PdfWriter } from '../compose/writer';
import type { Operation } from '../colour/operators';
import { filtersOf } from '../syntax/filters';
import { CMYK, GRAY, RGB, type Space } from '../colour/spaces';
import { isDict, numberOf, PdfSyntaxError, Ref, type Dict, type PdfValue } from '../syntax/objects';
import { maskEntries, matte, stencil } from './masks';
import type { Named, Names } from './names';
import type { Pictures, Samples } from './pictures';
import { planesOf } from './planes';
import { amountOn, touches, type Paint, type Plate } from './plate';
import { fills, type State } from './state';

/** What becomes of an image on each plate: an object, or paper. */
type Planes = ReadonlyMap<Plate, string | null>;

/** Where the unit square of an image is paper. */
const PAPER = 'q 1 g 0 0 1 1 re f Q';
/** The most of an ink that is no loss: a share of a picture's pixels. */
const FEW = 1e-3;

/** The images of a file on the plates of its inks. */
export class Images {
  private readonly planes = new Map<number, Planes>();
  private readonly copies = new Map<string, string>();

  constructor(
    private readonly copier: Copier,
    private readonly out: PdfWriter,
    private readonly plates: readonly Plate[],
    private readonly pictures: Pictures,
    private readonly seen: (paint: Paint) => void,
    private readonly lost: (ink: string) => void,
  ) {}

  /** Operators that draw an image as it is on a plate; nothing where it leaves no trace. */
  drawn(what: PdfValue | undefined, names: Names, plate: Plate, state: State, give: Named): string {
    const { file } = names;
    const dict = file.get(what) as Dict;
    if (!(what instanceof Ref)) return '';
    if (file.get(dict.get('/ImageMask')) === 'true') {
      this.seen(state.fill);
      return fills(plate, state) ? `${give('XObject', 'I', this.copier.reference(what))} Do` : '';
    }
    const space = this.spaceOf(dict, names);
    if (state.op && !touches(plate, { space: flat(space), colour: [] }, false)) return '';
    const ref = this.saidAnew(dict, space, plate)
      ? this.single(what, dict, space, plate)
      : this.plane(what, dict, space, plate);
    return ref ? `${give('XObject', 'I', ref)} Do` : PAPER;
  }

  /** The same of an inline image; undefined where it stays as it is. */
  inline(
    { dict, data }: NonNullable<Operation['image']>,
    names: Names,
    plate: Plate,
    state: State,
    give: Named,
  ): string | null | undefined {
    if (dict.get('/ImageMask') === 'true') {
      this.seen(state.fill);
      return fills(plate, state) ? undefined : null;
    }
    const space = this.spaceOf(dict, names);
    if (state.op && !touches(plate, { space: flat(space), colour: [] }, false)) return null;
    const full: Dict = new Map(dict);
    full.set('/Subtype', '/Image');
    const named = full.get('/ColorSpace');
    const spaces = names.file.get(names.resources?.get('/ColorSpace'));
    const meant = typeof named === 'string' && isDict(spaces) ? spaces.get(named) : undefined;
    if (meant !== undefined) full.set('/ColorSpace', meant);
    if (this.saidAnew(full, space, plate)) {
      const num = this.out.allocate();
      this.recoloured(full, space, plate);
      this.out.stream(num, this.copier.value(full).slice(2, -2), Buffer.from(data, 'latin1'));
      return `${give('XObject', 'I', `${num} 0 R`)} Do`;
    }
    const planes = this.parted(this.pictures.inline(full, data, sizeOf(full, space, names)), space, full);
    const ref = planes.get(plate) ?? null;
    return ref ? `${give('XObject', 'I', ref)} Do` : PAPER;
  }

  private spaceOf(dict: Dict, names: Names): Space {
    const said = dict.get('/ColorSpace');
    // a JPEG 2000 may leave it to its data (7.4.9)
    if (said === undefined) return RGB;
    const space = names.space(said);
    if (!space) throw new PdfSyntaxError('A picture’s colours are not known.');
    return space;
  }

  /** Whether an image need not be unpacked: what its numbers stand for can be said anew, being one each. */
  private saidAnew(dict: Dict, space: Space, plate: Plate): boolean {
    const file = this.copier.source;
    // JPEG 2000 pays no heed to ranges (7.4.9)
    if (space.components !== 1 || filtersOf(dict, (v) => file.get(v)).some((f) => f.name === '/JPXDecode'))
      return false;
    if (space.base) return true;
    const [none, half, full] = [0, 0.5, 1].map((v) => amountOn(plate, space.tints([v])));
    return Math.abs(half! - (none! + full!) / 2) < 1e-4;
  }

  /** An image of one component, as it is packed. */
  private single(ref: Ref, dict: Dict, space: Space, plate: Plate): string | null {
    const id = `${ref.num} ${plate.ink}`;
    const known = this.copies.get(id);
    if (known !== undefined) return known || null;
    const object = this.copier.source.object(ref);
    if (!object?.stream) throw new PdfSyntaxError('A picture has no data.');
    const full: Dict = new Map(dict);
    const blank = this.recoloured(full, space, plate);
    // what is left out with its layer may not knock anything out as paper
    const masked = ['/SMask', '/Mask', '/OC'].some((key) => full.has(key));
    if (blank && !masked) {
      this.copies.set(id, '');
      return null;
    }
    const num = this.out.allocate();
    this.copier.stream(num, object, full);
    this.copies.set(id, `${num} 0 R`);
    return `${num} 0 R`;
  }

  /**
   * Gives an image of one component the greys of a plate: its range turned over or left white, or another table.
   * @returns whether nothing of it is on the plate
   */
  private recoloured(full: Dict, space: Space, plate: Plate): boolean {
    const file = this.copier.source;
    const grey = (v: number): number => 1 - amountOn(plate, space.tints([v]));
    for (const key of ['/Intent', '/Alternates', '/OPI', '/Metadata']) full.delete(key);
    this.matte(full, space, plate);
    if (space.base) {
      const said = file.get(full.get('/ColorSpace'));
      const high = Array.isArray(said) ? Math.min(255, Math.max(0, numberOf(file.get(said[2]), 255))) : 255;
      const table = Buffer.from(Array.from({ length: high + 1 }, (_, i) => Math.round(grey(i) * 255)));
      for (let i = 0; i <= high; i++) this.seen({ space, colour: [i] });
      full.set('/ColorSpace', `[/Indexed/DeviceGray ${high}<${table.toString('hex')}>]`);
      return table.every((v) => v === 255);
    }
    this.seen({ space, colour: [space === GRAY ? 0 : 1] });
    full.set('/ColorSpace', '/DeviceGray');
    const said = file.get(full.get('/Decode'));
    const [low, high] = Array.isArray(said) && said.length >= 2 ? said.map((v) => numberOf(file.get(v), 0)) : [0, 1];
    // between its two ends an ink grows as its number does: true of a grey, and of one ink
    full.set('/Decode', [realNumber(grey(low!)), realNumber(grey(high!))]);
    return grey(low!) === 1 && grey(high!) === 1;
  }

  private matte(full: Dict, space: Space, plate: Plate): void {
    matte(this.copier, this.out, full, (colour) => [1 - amountOn(plate, space.tints(colour))]);
  }

  private plane(ref: Ref, dict: Dict, space: Space, plate: Plate): string | null {
    let planes = this.planes.get(ref.num);
    if (!planes) {
      const samples = this.pictures.ofObject(ref, sizeOf(dict, space, { file: this.copier.source }));
      this.planes.set(ref.num, (planes = this.parted(samples, space, dict)));
    }
    return planes.get(plate) ?? null;
  }

  /** Writes a picture's part of each ink as an image of its own. */
  private parted(samples: Samples, said: Space, dict: Dict): Planes {
    const { width, height, components } = samples;
    // what a JPEG 2000 has of its own accord
    const space = said.components === components ? said : components === 1 ? GRAY : components === 4 ? CMYK : said;
    if (space.components !== components) throw new PdfSyntaxError('A picture’s colours do not go with its data.');
    const planes = planesOf(samples, space, this.plates);
    const pixels = width * height;
    planes.lost.forEach((count, i) => {
      if (count > FEW * pixels) this.lost(PROCESS[i]!);
    });
    if (space.light) this.seen({ space, colour: [1, 0, 0] });
    // what a picture leaves out by a colour is said by a stencil, as there is no number left that nothing else has
    const hard = samples.alpha && !dict.has('/SMask') ? stencil(this.out, width, height, samples.alpha) : null;
    return new Map(
      this.plates.map((plate, i) => {
        const full: Dict = new Map(dict);
        this.matte(full, space, plate);
        const entries = maskEntries(this.copier, full, hard);
        const plane = planes.of[i]!;
        if (plane.every((v) => v === 255))
          return [plate, entries ? this.image(1, 1, Uint8Array.of(255), entries) : null] as const;
        return [plate, this.image(width, height, plane, entries)] as const;
      }),
    );
  }

  private image(width: number, height: number, data: Uint8Array, entries: string): string {
    const num = this.out.allocate();
    this.out.stream(
      num,
      `/Type/XObject/Subtype/Image/Width ${width}/Height ${height}/BitsPerComponent 8/ColorSpace/DeviceGray/Filter/FlateDecode${entries}`,
      deflateSync(data, { level: 6 }),
    );
    return `${num} 0 R`;
  }
}

/** Of an image no ink is left alone for being 0. */
const flat = (space: Space): Space => (space.paints === 'cmyk' ? { ...space, paints: 'process' } : space);

const sizeOf = (dict: Dict, space: Space, { file }: Pick<Names, 'file'>): number =>
  numberOf(file.get(dict.get('/Width')), 0) *
  numberOf(file.get(dict.get('/Height')), 0) *
  Math.max(1, space.components);
