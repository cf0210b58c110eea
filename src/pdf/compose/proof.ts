import { PROOF_WORDS, proofOf, rectangle, widthOf, type ProofPage, type ProofWish } from '../../core';
import { PT } from '../geometry';
import type { OpenPdf } from '../open';
import { Copier } from './copier';
import { FontWriter } from './fonts';
import { fromSheets } from './from-sheets';
import { formsOf, type FormOf } from './forms';
import { layersEntry } from './layers';
import { MarkWriter } from './marks';
import { points } from './number';
import { packShort } from './object-streams';
import { drawCell, type Drawn } from './side';
import { SpotSpaces } from './spots';
import type { PdfWriter } from './writer';
import type { Composed, ComposeJob } from '.';

/**
 * Writes a proof of the imposed sheets for another machine: they are imposed as ever, and the pages of that file placed on
 * smaller paper as they are. So a proof shows what is printed, to the last mark.
 * @throws PdfSyntaxError where the source cannot be followed
 */
export function composeProof(job: ComposeJob & { readonly proof: ProofWish }): Composed {
  return fromSheets(job, (out, opened, planned) => write(out, opened, proofOf(planned, job.proof, job.docket.title)));
}

interface Proofing {
  readonly out: PdfWriter;
  readonly tree: number;
  readonly all: number;
  readonly formOf: FormOf;
  readonly drawn: MarkWriter;
}

function write(out: PdfWriter, opened: OpenPdf, pages: Iterable<ProofPage>): Composed {
  const copier = new Copier(opened.file, out);
  const [root, tree, info, all] = [out.allocate(), out.allocate(), out.allocate(), out.allocate()];
  out.object(all, '[/Separation /All /DeviceCMYK <</FunctionType 2/Domain[0 1]/C0[0 0 0 0]/C1[1 1 1 1]/N 1>>]');
  const fonts = new FontWriter(out);
  const drawn = new MarkWriter(out, all, fonts, new SpotSpaces(out), null);
  const proofing = { out, tree, all, formOf: formsOf(out, [{ opened, copier }]), drawn };
  const kids: number[] = [];
  for (const page of pages) kids.push(writePage(proofing, page));
  fonts.finish();
  out.object(tree, `<</Type/Pages/Count ${kids.length}/Kids[${kids.map((k) => `${k} 0 R`).join(' ')}]>>`);
  out.object(info, '<</Title(Proof)/Producer(Odd Sparrow)>>');
  out.object(root, `<</Type/Catalog/Pages ${tree} 0 R${layersEntry([copier])}>>`);
  copier.drain();
  return { ...out.finish(root, info, '0'.repeat(32)), sides: kids.length };
}

/** The smallest that words of a margin are set, of what they are where there is room. */
const SMALLEST = 0.5;

function writePage({ out, tree, all, formOf, drawn }: Proofing, { paper, placed, words, wordsAt }: ProofPage): number {
  const on: Drawn = { content: '', forms: new Map(), fonts: new Map(), spaces: new Map(), states: new Map() };
  for (const { page, at, clip } of placed)
    drawCell(on, { clip: rectangle(clip), matrix: at, made: [] }, formOf({ file: 0, page }));
  const [x, y, room] = wordsAt;
  const wide = (widthOf(words, 'text') * PROOF_WORDS) / 0.668;
  const height = PROOF_WORDS * Math.max(SMALLEST, Math.min(1, room / wide));
  drawn.draw(on, [
    { kind: 'text', of: 'placed', at: [x, y], text: words, height, turned: 0, room, live: true, black: true },
  ]);
  const stream = out.allocate();
  out.stream(stream, '/Filter/FlateDecode', packShort(on.content));
  const num = out.allocate();
  const named = (map: ReadonlyMap<string, string>): string => [...map].map(([k, ref]) => `/${k} ${ref}`).join(' ');
  out.object(
    num,
    `<</Type/Page/Parent ${tree} 0 R/MediaBox[0 0 ${points(paper.width * PT)} ${points(paper.height * PT)}]` +
      `/Resources<</XObject<<${named(on.forms)}>>/ColorSpace<</All ${all} 0 R>>/Font<<${named(on.fonts)}>>>>/Contents ${stream} 0 R>>`,
  );
  return num;
}
