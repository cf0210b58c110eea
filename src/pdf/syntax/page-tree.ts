import { isDict, PdfSyntaxError, Ref, type Dict, type PdfValue } from './objects';

export type PageDict = Dict;

/** Of a file, what its page tree is followed with. */
interface Followed {
  readonly catalog: () => Dict;
  readonly get: (v: PdfValue | undefined) => PdfValue | undefined;
  /** Set where the tree is not as it should be. */
  mended: boolean;
}

/** More nodes than any page tree has. */
const MOST_NODES = 500_000;
/** Branches on the way to a page: some writers hang each page under the one before it. */
const MOST_BRANCHES = 500;
/** What a page has of the branches that it hangs on. */
const INHERITED = ['/Resources', '/MediaBox', '/CropBox', '/Rotate'];

/**
 * Every page in order, with what it inherits (7.7.3.4). A branch that is not there, or goes back to where it came from, has
 * no pages.
 * @param numbers takes their object numbers; null for a page that is no object of its own
 * @throws PdfSyntaxError where the tree is larger than any is
 */
export function pagesIn(file: Followed, numbers: (number | null)[] = []): PageDict[] {
  const out: PageDict[] = [];
  const onPath = new Set<number>();
  let walked = 0;
  const walk = (v: PdfValue | undefined, from: Dict, depth: number): void => {
    // branches that share their twigs could be walked for ever
    if (++walked > MOST_NODES) throw new PdfSyntaxError('The page tree is too large.');
    const num = v instanceof Ref ? v.num : null;
    const node = file.get(v);
    if (depth > MOST_BRANCHES || (num !== null && onPath.has(num)) || !isDict(node)) {
      file.mended = true;
      return;
    }
    const merged: Dict = new Map(node);
    for (const key of INHERITED) if (!merged.has(key) && from.has(key)) merged.set(key, from.get(key)!);
    const kids = file.get(node.get('/Kids'));
    if (!Array.isArray(kids)) {
      if (file.get(node.get('/Type')) === '/Pages') file.mended = true;
      else numbers[out.push(merged) - 1] = num;
      return;
    }
    if (num !== null) onPath.add(num);
    for (const kid of kids) walk(kid, merged, depth + 1);
    if (num !== null) onPath.delete(num);
  };
  walk(file.catalog().get('/Pages'), new Map(), 0);
  return out;
}
