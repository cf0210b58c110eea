import type { Plan } from '../../../core';

const KIND = { text: 'section', cover: 'cover', tab: 'tab', insert: 'insert' } as const;

/** What a sheet becomes: its sections, its stock where there are several, how many copies it gives. */
export function SheetNote({ plan, number }: { plan: Plan; number: number }) {
  const sheet = plan.sheets[number - 1];
  if (!sheet) return null;
  const stocks = new Set(plan.sheets.map((s) => s.stock.id)).size;
  const what =
    sheet.kind === 'text'
      ? plan.sections.length > 1 && (!plan.nested || sheet.layout.block.panels.length > 2)
        ? sheet.layout.block.way.folds.length === 0
          ? `leaf ${sheet.sections.join(', ')}`
          : `${KIND.text} ${sheet.sections.join(' and ')}, ${sheet.layout.block.way.name}`
        : null
      : sheet.kind === 'tab'
        ? (plan.sections.find((s) => s.number === sheet.sections[0])?.tab?.title ?? KIND.tab)
        : KIND[sheet.kind];
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

/** A page pointed at, and its neighbours. */
export function pointedNote(plan: Plan, reading: number): string {
  const label = (n: number): string => plan.pages[n - 1]?.label || String(n);
  const beside = reading % 2 === 0 ? reading + 1 : reading - 1;
  const facing = beside >= 1 && beside <= plan.pages.length ? ` faces ${label(beside)}` : ' stands alone';
  return ` · page ${label(reading)}${facing}`;
}
