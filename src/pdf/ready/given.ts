import type { Copier } from '../compose/copier';
import { isDict, type Dict, type PdfValue } from '../syntax/objects';

/** Kinds of things that content names where it draws them, and nowhere else. */
const DRAWN: ReadonlySet<string> = new Set(['XObject', 'Shading', 'Pattern']);

/** Names that content gets for what it did not name before, beside those that it has. */
export class Given {
  private readonly more = new Map<string, Map<string, string>>();
  private readonly names = new Map<string, string>();
  private last = 0;
  /**
   * Things that are named as they were, and those that others stand for. What nobody names does not go along: pages share
   * resources, and an ink that is no more would be among them.
   */
  private readonly stay = new Set<string>();
  private readonly instead = new Set<string>();
  private all = false;

  constructor(
    private readonly resources: Dict | undefined,
    private readonly copier: Copier,
  ) {}

  private kind(kind: string): Dict | undefined {
    const dict = this.copier.source.get(this.resources?.get(`/${kind}`));
    return isDict(dict) ? dict : undefined;
  }

  /** A name for a thing, by its reference or as it is written. */
  give(kind: string, ref: string): string {
    const id = `${kind} ${ref}`;
    const known = this.names.get(id);
    if (known) return known;
    const taken = this.kind(kind);
    let name: string;
    do name = `/R${++this.last}`;
    while (taken?.has(name));
    this.names.set(id, name);
    let of = this.more.get(kind);
    if (!of) this.more.set(kind, (of = new Map()));
    of.set(name, ref);
    return name;
  }

  /** What became of a thing that the content names. @param other whether another stands for it, or nothing does */
  named(kind: string, name: string, other: boolean): void {
    (other ? this.instead : this.stay).add(`${kind} ${name}`);
  }

  /** Something drawn here names what it is drawn with by these names too, as files of old do (7.8.3). */
  keepAll(): void {
    this.all = true;
  }

  private left(kind: string): (readonly [string, PdfValue])[] {
    return [...(this.kind(kind) ?? [])].filter(([name]) => {
      const id = `${kind} ${name}`;
      return this.stay.has(id) || (!this.instead.has(id) && (this.all || !DRAWN.has(kind)));
    });
  }

  /** The resources with all that was given a name, and without what others stand for now. */
  written(): string {
    const touched = new Set([...DRAWN, ...this.more.keys(), ...[...this.instead].map((id) => id.split(' ')[0]!)]);
    const entries = [...(this.resources ?? [])].filter(([key]) => !touched.has(key.slice(1)));
    const before = entries.map(([key, v]) => `${key} ${this.copier.value(v)}`);
    const kinds = [...touched].map((kind) => {
      const all = this.left(kind).map(([name, v]) => `${name} ${this.copier.value(v)}`);
      const more = this.more.get(kind) ?? [];
      return `/${kind}<<${[...all, ...[...more].map(([name, ref]) => `${name} ${ref}`)].join(' ')}>>`;
    });
    return `<<${[...before, ...kinds].join(' ')}>>`;
  }
}
