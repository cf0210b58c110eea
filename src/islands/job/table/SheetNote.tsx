import { inPile, wholeNumber, type Cell, type Plan, type Sheet } from '../../../core';

/** A sheet's sections in words: `section 3, Right-angle, 4 × 2`; a tab by its title. Null where its number tells all. */
function whatItIs(plan: Plan, sheet: Sheet): string | null {
  const { product: book } = plan;
  if (sheet.ahead) return 'goes ahead, printed once: to set up by, counted nowhere';
  // sheets of flat work differ by how often they are printed
  if (book.kind !== 'bound') return plan.sheets.length > 1 ? `printed ${timesSaid(sheet.prints)}` : null;
  const here = sheet.pieces.map((id) => book.sections[id]!);
  const [first] = here;
  if (!first) return null;
  if (first.kind !== 'text') return first.tab?.title || first.kind;
  if (book.sections.length === 1 || (book.nested && first.shape.panels.length <= 2)) return null;
  const orders = here.map((s) => s.order);
  if (first.way.folds.length === 0) return `leaf ${orders.join(', ')}`;
  return `section ${orders.join(' and ')}, ${first.way.name}`;
}

const timesSaid = (n: number): string => (n === 1 ? 'once' : `${wholeNumber(n)} times`);

/** What a sheet becomes: its sections, its stock where there are several, how many copies it gives. */
export function SheetNote({ plan, number }: { plan: Plan; number: number }) {
  const sheet = plan.sheets.at(number - 1);
  const stocks = new Set(plan.sheets.blocks.map((b) => b.stock.id)).size;
  const what = whatItIs(plan, sheet);
  return (
    <>
      {what}
      {stocks > 1 && (
        <>
          {what && ' · '}
          <span
            className="mr-1 inline-block size-2.5 border border-ink/50"
            style={{ background: sheet.stock.swatch }}
            aria-hidden
          />
          {sheet.stock.name} {sheet.stock.format}
        </>
      )}
    </>
  );
}

/** Where a piece ends when it is cut: `, pile 3, fifth of 12 from the top`. */
function pileSaid(plan: Plan, sheet: Sheet, down: number): string {
  const it = inPile(plan, sheet.number - 1, down);
  if (!it || it.high === 1) return it ? `, pile ${it.pile}` : '';
  const lot = it.lots > 1 ? ` of lot ${it.lot}` : '';
  return `, pile ${it.pile}${lot}, ${it.above + 1} of ${it.high} from the top`;
}

/** A page pointed at, and its neighbours. */
export function pointedNote(plan: Plan, sheet: Sheet, { place: reading, down, label: said }: Cell): string {
  const { product } = plan;
  if (product.kind !== 'bound') return ` · ${said}${product.kind === 'flat' ? pileSaid(plan, sheet, down) : ''}`;
  // the faces of a cover's spread stand behind the pages
  if (reading > product.pages.length) return '';
  const label = (n: number): string => product.pages[n - 1]?.label || String(n);
  const beside = reading % 2 === 0 ? reading + 1 : reading - 1;
  const facing = beside >= 1 && beside <= product.pages.length ? ` faces ${label(beside)}` : ' stands alone';
  return ` · page ${label(reading)}${facing}`;
}
