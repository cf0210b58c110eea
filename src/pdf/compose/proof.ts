import { rmSync } from 'node:fs';
import { plan, PROOF_WORDS, proofOf, rectangle, widthOf, type ProofPage, type ProofWish } from '../../core';
import { PT } from '../geometry';
import { OpenPdf } from '../open';
import { renameDurably, rename } from '../write-file';
import { Copier } from './copier';
import { FontWriter } from './fonts';
import { formsOf, type FormOf } from './forms';
import { layersEntry } from './layers';
import { MarkWriter } from './marks';
import { points } from './number';
import { packShort } from './object-streams';
import { drawCell, type Drawn } from './side';
import { SpotSpaces } from './spots';
import { PdfWriter } from './writer';
import { compose, type Composed, type ComposeJob } from '.';

/**
 * Writes a proof of the imposed sheets for another machine: they are imposed as ever, and the pages of that file placed on
 * smaller paper as they are. So a proof shows what is printed, to the last mark.
 * @throws PdfSyntaxError where the source cannot be followed
 */
export function composeProof(job: ComposeJob & { readonly proof: ProofWish }): Composed {
  const planned = job.planned ?? plan(job.docket, job.artwork);
  const sheets = `${job.out}.sheets`;
  const part = `${job.out}.part`;
  let opened: OpenPdf | null = null;
  let writer: PdfWriter | null = null;
  try {
    compose({ ...job, planned, pass: 'all', out: sheets, durable: false });
    opened = new OpenPdf(sheets);
    writer = new PdfWriter(part, opened.file.version >= 2 ? '2.0' : '1.7', job);
    const composed = write(writer, opened, proofOf(planned, job.proof, job.docket.title));
    (job.durable === false ? rename : renameDurably)(part, job.out);
    return composed;
  } catch (e) {
    if (writer) {
      writer.abandon();
      rmSync(part, { force: true });
    }
    throw e;
  } finally {
    opened?.close();
    rmSync(sheets, { force: true });
  }
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
    drawCell(on, { clip: rectangle(clip), matrix: at }, formOf({ file: 0, page }));
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
