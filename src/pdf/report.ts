import { PDFDocument } from 'pdf-lib';
import { wholeNumber } from '../core';
import type { JobFinding, JobReport } from '../core/preflight';
import { CardPage, colour, fontsIn, PAGE, SOFT, WIDTH, type Fonts } from './card-page';
import { PT } from './geometry';

/** What the check of a job's files came to, for whoever sent them: on A4, as many pages as it takes. */

export interface CheckReport {
  readonly number: number;
  readonly title: string;
  readonly customer: string | null;
  readonly files: readonly { readonly name: string; readonly report: JobReport | null; readonly why: string | null }[];
}

const OUTCOMES: Readonly<Record<JobReport['outcome'], string>> = {
  clean: 'Clean: nothing against it',
  mended: 'Mended: it is printed with what is said below',
  failed: 'Failed: it is not printed as it is',
};
const WEIGHTS: Readonly<Record<JobFinding['weight'], readonly [said: string, hex: string]>> = {
  stop: ['stops the job', '#a02c1c'],
  look: ['to be looked at', '#8a5a00'],
  fine: ['good to know', '#3f5d2a'],
};
/** Places of a finding that are written out. */
const MOST_SAID = 12;
/** What stays free at the foot of a page, mm. */
const FOOT = 12;

/** Pages that are written on one after the other. */
class Pages {
  private readonly made: CardPage[] = [];
  constructor(
    private readonly doc: PDFDocument,
    private readonly fonts: Fonts,
  ) {}

  /** The page that has room for so much more, mm. */
  room(height: number): CardPage {
    const last = this.made.at(-1);
    if (last && last.y + height <= PAGE.height - PAGE.margin - FOOT) return last;
    const page = new CardPage(this.doc.addPage([PAGE.width * PT, PAGE.height * PT]), this.fonts);
    this.made.push(page);
    return page;
  }

  /** Writes what stands at the foot of each. */
  feet(left: string): void {
    const foot = PAGE.height - PAGE.margin + 4;
    this.made.forEach((s, i) => {
      s.line(left, PAGE.margin, foot, 8, this.fonts.text, SOFT);
      s.lineRight(`${i + 1} of ${this.made.length}`, PAGE.width - PAGE.margin, foot, 8, this.fonts.text, SOFT);
    });
  }
}

/** What is done about a finding; null where nothing is. */
const doneAbout = ({ mended, passed }: JobFinding): string | null =>
  mended ?? (passed ? 'let pass: it is printed all the same' : null);

function finding(pages: Pages, fonts: Fonts, it: JobFinding): void {
  const [said, hex] = WEIGHTS[it.weight];
  const done = doneAbout(it);
  const s = pages.room(30);
  s.y += 3;
  s.paragraph(`${it.title}${it.count > 1 ? ` (${wholeNumber(it.count)})` : ''}`, 11.5, fonts.bold, { most: 2 });
  s.paragraph(done ?? said, 9, fonts.bold, { most: 2, color: done ? SOFT : colour(hex) });
  s.paragraph(it.why, 9.5, fonts.text, { most: 4 });
  if (done === null) s.paragraph(it.mend, 9.5, fonts.text, { most: 4, color: SOFT });
  for (const { page, said: at } of it.places.slice(0, MOST_SAID))
    pages.room(6).paragraph(`${page === null ? '' : `page ${wholeNumber(page)}: `}${at}`, 9, fonts.text, {
      x: PAGE.margin + 4,
      width: WIDTH - 4,
      most: 2,
    });
  const more = it.count - Math.min(it.places.length, MOST_SAID);
  if (more > 0)
    pages.room(6).paragraph(`and ${wholeNumber(more)} more`, 9, fonts.text, { x: PAGE.margin + 4, color: SOFT });
}

/** Writes the report as a PDF. @param house who checked */
export async function writeCheckReport(
  { number, title, customer, files }: CheckReport,
  { house }: { readonly house: string },
): Promise<Uint8Array> {
  const doc = await PDFDocument.create();
  doc.setTitle(`${number}  ${title}: check of the artwork`);
  doc.setProducer('Odd Sparrow');
  const fonts = await fontsIn(doc);
  const pages = new Pages(doc, fonts);
  const s = pages.room(0);
  s.paragraph(`${number}  ${title}`, 20, fonts.head, { most: 2 });
  s.paragraph(`Check of the artwork${customer === null ? '' : `, for ${customer}`}`, 11, fonts.bold, { most: 2 });
  for (const { name, report, why } of files) {
    const at = pages.room(34);
    at.y += 3;
    at.rule();
    at.paragraph(name, 14, fonts.head, { most: 2 });
    if (!report) {
      at.paragraph(why ?? '', 10, fonts.text);
      continue;
    }
    at.paragraph(OUTCOMES[report.outcome], 11, fonts.bold);
    const inks = report.inks.length > 0 ? `; spot inks: ${report.inks.join(', ')}` : '';
    const count = `${wholeNumber(report.pages)} ${report.pages === 1 ? 'page' : 'pages'}`;
    at.paragraph(`${count}, checked by “${report.rules}”${inks}`, 9.5, fonts.text, { most: 3, color: SOFT });
    for (const it of report.findings) finding(pages, fonts, it);
    // others are answered between the files
    await new Promise(setImmediate);
  }
  pages.feet(house);
  return doc.save();
}
