import { parentPort } from 'node:worker_threads';
import { jpegOf, pixelsOf } from '../../pdf';
import { passed, type Flaw, type Machine, type Stopped } from './pass';
import type { Slip } from './sheet';

/** The thread that looks at sheets and cuts them. */

export interface SheetToPass {
  readonly path: string;
  /** From 1. */
  readonly page: number;
  readonly machine: Machine;
  readonly slip: Slip;
  readonly flaw: Flaw | null;
}

/** What came of a sheet, told to the one who asked. */
export type Told =
  | { readonly kind: 'stopped'; readonly stopped: Stopped }
  | {
      readonly kind: 'cut';
      readonly program: number;
      readonly name: string;
      readonly degrees: number;
      readonly pieces: readonly Uint8Array[];
    }
  | { readonly kind: 'failed'; readonly message: string };

/** Fine enough for lines of a code, pixels of a millimetre. */
const FINE = 8;

function told({ path, page, machine, slip, flaw }: SheetToPass): Told {
  const pixels = pixelsOf(path, page, FINE);
  const paper = { width: pixels.width / pixels.fine, height: pixels.height / pixels.fine };
  const it = passed(pixels, paper, machine, slip, flaw);
  if ('stop' in it) return { kind: 'stopped', stopped: it };
  const { program, name, lying, pieces } = it;
  return {
    kind: 'cut',
    program,
    name,
    degrees: (lying.radians * 180) / Math.PI,
    pieces: pieces.map((p) => jpegOf(p.pixels)),
  };
}

parentPort?.on('message', (task: SheetToPass) => {
  let answer: Told;
  try {
    answer = told(task);
  } catch (e) {
    answer = { kind: 'failed', message: (e as Error).message };
  }
  parentPort?.postMessage(answer);
});
