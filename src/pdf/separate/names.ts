import type { Copier } from '../compose/copier';
import { readSpace, type Printed, type Space } from '../colour/spaces';
import type { PdfFile } from '../syntax/file';
import { isDict, PdfSyntaxError, type Dict, type PdfValue } from '../syntax/objects';

type Kind = 'Font' | 'XObject' | 'ExtGState' | 'ColorSpace' | 'Pattern' | 'Shading' | 'Properties';

/** What the names of a content stream stand for (ISO 32000-1, 7.8.3). */
export interface Names {
  (kind: Kind, name: PdfValue | undefined): PdfValue | undefined;
  readonly file: PdfFile;
  readonly resources: Dict | undefined;
  /** A colour space by its name or as it is written; null where it is none. */
  readonly space: (v: PdfValue | undefined) => Space | null;
  /** A value with its references led to their copies. */
  readonly copied: (v: PdfValue) => string;
}

/** Names of a stream's resources. @param known spaces read before: they are asked for again and again */
export function namesOf(resources: Dict | undefined, copier: Copier, printed: Printed): Names {
  const file = copier.source;
  const of = (kind: Kind, name: PdfValue | undefined): PdfValue | undefined => {
    const all = file.get(resources?.get(`/${kind}`));
    return isDict(all) && typeof name === 'string' ? all.get(name) : undefined;
  };
  const known = new Map<string, Space | null>();
  const read = (v: PdfValue | undefined): Space | null => {
    const spaces = file.get(resources?.get('/ColorSpace'));
    try {
      return readSpace(file, v, isDict(spaces) ? spaces : undefined, printed);
    } catch (e) {
      if (e instanceof PdfSyntaxError && e.name !== 'PdfTooLarge') return null;
      throw e;
    }
  };
  return Object.assign(of, {
    file,
    resources,
    copied: (v: PdfValue) => copier.value(v),
    space: (v: PdfValue | undefined): Space | null => {
      if (typeof v !== 'string') return read(v);
      let space = known.get(v);
      if (space === undefined) known.set(v, (space = read(v)));
      return space;
    },
  });
}

/** Gives the things that a stream uses names. */
export interface Named {
  (kind: Kind, prefix: string, ref: string): string;
  /** Under a name that it has already. */
  readonly as: (kind: Kind, name: string, ref: string) => void;
  /** The dictionary of all of them. */
  readonly all: () => string;
}

export function naming(): Named {
  const used = new Map<Kind, Map<string, string>>();
  const names = new Map<string, string>();
  const as = (kind: Kind, name: string, ref: string): void => {
    let of = used.get(kind);
    if (!of) used.set(kind, (of = new Map()));
    of.set(name, ref);
  };
  const name = (kind: Kind, prefix: string, ref: string): string => {
    const id = `${kind} ${ref}`;
    let given = names.get(id);
    if (!given) {
      names.set(id, (given = `/${prefix}${names.size}`));
      as(kind, given, ref);
    }
    return given;
  };
  const all = (): string =>
    `<<${[...used].map(([kind, of]) => `/${kind}<<${[...of].map(([n, ref]) => `${n} ${ref}`).join(' ')}>>`).join('')}>>`;
  return Object.assign(name, { as, all });
}
