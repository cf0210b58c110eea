import { operations } from './colour/operators';
import { CMYK, GRAY, readSpace, RGB, type Space } from './colour/spaces';
import { MOST_KEPT, overprintIn, paintsPath } from './separate/state';
import type { PdfFile } from './syntax/file';
import { isDict, numberOf, PdfSyntaxError, Ref, type Dict, type PdfValue } from './syntax/objects';

/** A colour that is set. */
interface Paint {
  readonly space: Space | null;
  readonly colour: readonly number[];
}
interface State {
  readonly fill: Paint;
  readonly stroke: Paint;
  readonly op: boolean;
  readonly OP: boolean;
  readonly opm: boolean;
  readonly mode: number;
}

const BEGINNING: State = {
  fill: { space: GRAY, colour: [0] },
  stroke: { space: GRAY, colour: [0] },
  op: false,
  OP: false,
  opm: false,
  mode: 0,
};
const DEVICE: Readonly<Record<string, Space>> = { g: GRAY, rg: RGB, k: CMYK };
/** Less of an ink is none. */
const NONE = 1e-3;
/** As much of black is black, and no grey. */
const SOLID = 0.9;
/** Bytes of content of a page that are gone through, and how deep forms lie in forms. */
const MOST_CONTENT = 32 << 20;
const MOST_DEEP = 12;

/**
 * Whether what is painted is lost: it has no ink, and where there is none of an ink it leaves alone what lies under it
 * (ISO 32000-1, 8.6.7). Meant is white, and nothing is printed.
 */
function isLost({ space, colour }: Paint, over: boolean, opm: boolean): boolean {
  if (!over || !space || space.pattern !== undefined) return false;
  if (space.paints === 'all' || space.paints === 'process' || (space.paints === 'cmyk' && !opm)) return false;
  const { process, spots } = space.tints(colour);
  return process.every((v) => v < NONE) && spots.every((s) => s.tint < NONE);
}

/** Whether something is painted in black, and nothing else. */
function isBlackAlone({ space, colour }: Paint): boolean {
  if (!space || space.light || space.pattern !== undefined) return false;
  const { process, spots } = space.tints(colour);
  return process[3] > SOLID && process.slice(0, 3).every((v) => v < NONE) && spots.every((s) => s.tint < NONE);
}

/** What overprint, or that there is none, does on a page. */
export interface Overprinted {
  /** Things painted in white that overprints: they are not there in print. */
  readonly lost: number;
  /** Texts in black alone that knock out what lies under them. */
  readonly knocking: number;
}
const NOTHING: Overprinted = { lost: 0, knocking: 0 };

/** Counts what a page's overprint does to white and to black. @param text its content, a character a byte */
export function overprinted(file: PdfFile, page: Dict, text: string): Overprinted {
  let left = MOST_CONTENT;
  const seen = new Set<number>();
  const look = (content: string, resources: Dict | undefined, begin: State, depth: number): Overprinted => {
    left -= content.length;
    if (left < 0 || depth > MOST_DEEP) return NOTHING;
    return walked(file, content, resources, begin, (what, state) => {
      const dict = file.get(what);
      if (!(what instanceof Ref) || !isDict(dict) || file.get(dict.get('/Subtype')) !== '/Form' || seen.has(what.num))
        return NOTHING;
      seen.add(what.num);
      const object = file.object(what);
      if (!object?.stream) return NOTHING;
      const own = file.get(dict.get('/Resources'));
      return look(
        Buffer.from(file.streamData(object)).toString('latin1'),
        isDict(own) ? own : resources,
        state,
        depth + 1,
      );
    });
  };
  const resources = file.get(page.get('/Resources'));
  return look(text, isDict(resources) ? resources : undefined, BEGINNING, 0);
}

/** Goes through content. @param form counts what a thing that is drawn holds */
function walked(
  file: PdfFile,
  content: string,
  resources: Dict | undefined,
  begin: State,
  form: (what: PdfValue | undefined, state: State) => Overprinted,
): Overprinted {
  const named = (kind: string, name: PdfValue | undefined): PdfValue | undefined => {
    const all = file.get(resources?.get(kind));
    return isDict(all) && typeof name === 'string' ? all.get(name) : undefined;
  };
  const spaces = file.get(resources?.get('/ColorSpace'));
  const known = new Map<string, Space | null>();
  const spaceOf = (name: PdfValue | undefined): Space | null => {
    const id = String(name);
    let space = known.get(id);
    if (space === undefined) known.set(id, (space = spaceRead(file, name, isDict(spaces) ? spaces : undefined)));
    return space;
  };
  let state = begin;
  let [lost, knocking] = [0, 0];
  const kept: State[] = [];
  const paints = (fill: boolean, stroke: boolean): void => {
    if (fill && isLost(state.fill, state.op, state.opm)) lost++;
    else if (stroke && isLost(state.stroke, state.OP, state.opm)) lost++;
  };
  for (const { operator, operands } of operations(content)) {
    const which = operator === operator.toLowerCase() ? 'fill' : 'stroke';
    const device = DEVICE[operator.toLowerCase()];
    const numbers = (): number[] => operands.map((v) => numberOf(v, 0));
    const does = paintsPath(operator);
    if (does) paints(does.fill, does.stroke);
    else if (device) state = { ...state, [which]: { space: device, colour: numbers() } };
    else if (operator === 'q') kept.push(...(kept.length < MOST_KEPT ? [state] : []));
    else if (operator === 'Q') state = kept.pop() ?? state;
    else if (operator === 'cs' || operator === 'CS') {
      const space = spaceOf(operands[0]);
      state = { ...state, [which]: { space, colour: space?.initial ?? [] } };
    } else if (/^(sc|scn)$/i.test(operator))
      state = {
        ...state,
        [which]: { space: String(operands.at(-1)).startsWith('/') ? null : state[which].space, colour: numbers() },
      };
    else if (operator === 'gs') {
      const dict = file.get(named('/ExtGState', operands[0]));
      if (isDict(dict)) state = { ...state, ...overprintIn(file, dict) };
    } else if (operator === 'Tr') state = { ...state, mode: numberOf(operands[0], 0) & 3 };
    else if (/^(Tj|TJ|'|")$/.test(operator)) {
      paints(state.mode === 0 || state.mode === 2, state.mode === 1 || state.mode === 2);
      if ((state.mode === 0 || state.mode === 2) && !state.op && isBlackAlone(state.fill)) knocking++;
    } else if (operator === 'Do') {
      const within = form(named('/XObject', operands[0]), state);
      lost += within.lost;
      knocking += within.knocking;
    }
  }
  return { lost, knocking };
}

function spaceRead(file: PdfFile, name: PdfValue | undefined, spaces: Dict | undefined): Space | null {
  try {
    return readSpace(file, name, spaces, () => true);
  } catch (e) {
    if (e instanceof PdfSyntaxError) return null;
    throw e;
  }
}
