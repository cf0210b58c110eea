import type { Copier } from '../compose/copier';
import { isDict, type Dict } from '../syntax/objects';

/** Names that content gets for what it did not name before, beside those that it has. */
export class Given {
  private readonly more = new Map<string, Map<string, string>>();
  private readonly names = new Map<string, string>();
  private last = 0;

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

  /** The resources with all that was given a name. */
  written(): string {
    const entries = [...(this.resources ?? [])].filter(([key]) => !this.more.has(key.slice(1)));
    const before = entries.map(([key, v]) => `${key} ${this.copier.value(v)}`);
    const kinds = [...this.more].map(([kind, more]) => {
      const all = [...(this.kind(kind) ?? [])].map(([name, v]) => `${name} ${this.copier.value(v)}`);
      return `/${kind}<<${[...all, ...[...more].map(([name, ref]) => `${name} ${ref}`)].join(' ')}>>`;
    });
    return `<<${[...before, ...kinds].join(' ')}>>`;
  }
}
