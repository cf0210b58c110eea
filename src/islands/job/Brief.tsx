import { useCallback, useEffect, useState, type ReactNode } from 'react';
import { Button, Dialog, DialogTrigger, Popover } from 'react-aria-components';
import {
  article,
  counted,
  countedPages,
  dayText,
  foldName,
  formatLength,
  nameSize,
  rulesOf,
  saidProduct,
  saidSections,
  wholeNumber,
  wholeSheets,
} from '../../core';
import { fetchIdle } from '../../ui/fetched';
import { POPOVER } from '../../ui/popover';
import { Entry } from '../../ui/fields';
import { useUnit } from '../../ui/unit';
import { useBook } from './context';
import { CoverSource } from './docket/CoverControls';
import { ChapterControls } from './docket/ChapterControls';
import { InsertControls } from './docket/InsertControls';
import { StockRanges } from './docket/StockRanges';
import { FoldControl } from './docket/FoldControl';
import { plansWanted, SectionPlans } from './docket/SectionPlans';
import {
  BindingControl,
  BleedControl,
  BoundControl,
  CopiesControl,
  MachineControl,
  searchList,
  SizeControl,
  sizeList,
  StockControl,
  TrimmedControl,
  UpControl,
} from './controls';

/** A word of the sentence that can be changed where it stands. */
function Word({
  say,
  name,
  after = '',
  children,
}: {
  say: string;
  name: string;
  after?: string;
  children: (close: () => void) => ReactNode;
}) {
  const [open, setOpen] = useState(false);
  // what follows the word stays on its line: a comma never begins one
  return (
    <span className="whitespace-nowrap">
      <DialogTrigger isOpen={open} onOpenChange={setOpen}>
        <Button
          aria-label={`${name}: ${say}`}
          className="border-b-2 border-rust/60 leading-[1.25] font-semibold hover:border-rust hover:bg-paper"
        >
          {say}
        </Button>
        <Popover className={`${POPOVER} p-3 text-base`} placement="bottom start">
          <Dialog aria-label={name} className="grid gap-2 outline-none">
            <Led>{children(() => setOpen(false))}</Led>
          </Dialog>
        </Popover>
      </DialogTrigger>
      {after}
    </span>
  );
}

/** Leads the focus to what a word opens: its field, the choice that holds, else the first that can be pressed. */
function Led({ children }: { readonly children: ReactNode }) {
  const lead = useCallback((el: HTMLDivElement | null): void => {
    if (!el || el.contains(document.activeElement)) return;
    const first =
      el.querySelector<HTMLElement>('input[type=radio]:checked') ??
      el.querySelector<HTMLElement>('input:not([type=hidden]), [tabindex="0"], button');
    first?.focus();
  }, []);
  return (
    <div ref={lead} className="grid gap-2">
      {children}
    </div>
  );
}

const upWord = (n: number): string => `${counted(n)} up`;

const dueWord = (due: string | null): string => (due ? dayText(due) : 'a day not yet said');

/** How it folds, or where it is bound, and its bleed; a sheet that is not cut has none. */
function MadeWords() {
  const { product, plan } = useBook(({ docket, plan }) => ({ product: docket.product, plan }));
  const { unit } = useUnit();
  return (
    <>
      {rulesOf(product.binding).made === 'folded' ? (
        <>
          as a{' '}
          <Word say={foldName(plan)} name="Fold" after=",">
            {() => <FoldControl />}
          </Word>{' '}
        </>
      ) : (
        <>
          bound{' '}
          <Word say={product.bound === 'top' ? 'at the top' : `on the ${product.bound}`} name="Bound edge" after=",">
            {(close) => <BoundControl done={close} />}
          </Word>{' '}
        </>
      )}
      {wholeSheets(plan) ? (
        <Word say="not trimmed" name="Trimmed" after=",">
          {(close) => <TrimmedControl done={close} />}
        </Word>
      ) : (
        <Word
          say={product.bleed === 0 ? 'no bleed' : `${formatLength(product.bleed, unit)} bleed`}
          name="Bleed"
          after=","
        >
          {(close) => <BleedControl done={close} autoFocus />}
        </Word>
      )}{' '}
    </>
  );
}

/** What it is printed on. */
function StockWords() {
  const { product, sheet } = useBook(({ docket }) => ({ product: docket.product, sheet: docket.sheet }));
  const stocks = product.stocks.length > 0 ? new Set(product.stocks.map((s) => s.stock.id)).size : 0;
  return (
    <>
      on{' '}
      <Word say={`${sheet.stock.name} ${sheet.stock.format}`} name="Stock" after=",">
        {(close) => <StockControl done={close} />}
      </Word>{' '}
      {stocks > 0 && (
        <>
          and{' '}
          <Word
            say={stocks === 1 ? product.stocks[0]!.stock.name : `${stocks} other stocks`}
            name="Other stocks"
            after=","
          >
            {() => <StockRanges />}
          </Word>{' '}
        </>
      )}
    </>
  );
}

/** What is between its pages and round them: tabs, inserts, a cover; and its sections. */
function PartWords() {
  const { docket, plan } = useBook(({ docket, plan }) => ({ docket, plan }));
  const { cover } = docket.product;
  const between = (kind: 'tab' | 'insert'): number => plan.product.sections.filter((s) => s.kind === kind).length;
  const tabs = between('tab');
  const inserts = between('insert');
  const inSections = plansWanted(docket);
  const sections = inSections ? saidSections(plan.product) : null;
  return (
    <>
      {tabs > 0 && (
        <>
          with{' '}
          <Word say={`${counted(tabs)} ${tabs === 1 ? 'tab' : 'tabs'}`} name="Tabs" after=",">
            {() => <ChapterControls />}
          </Word>{' '}
        </>
      )}
      {inserts > 0 && (
        <>
          {tabs > 0 ? 'and' : 'with'}{' '}
          <Word say={`${counted(inserts)} ${inserts === 1 ? 'insert' : 'inserts'}`} name="Inserts" after=",">
            {() => <InsertControls />}
          </Word>{' '}
        </>
      )}
      {inSections && (
        <>
          {cover.kind === 'separate' && 'cover on '}
          <Word say={cover.kind === 'separate' ? cover.stock.name : 'self cover'} name="Cover" after=",">
            {(close) => <CoverSource done={close} />}
          </Word>{' '}
        </>
      )}
      {sections && (
        <>
          in{' '}
          <Word say={sections} name="Sections">
            {() => <SectionPlans />}
          </Word>{' '}
          pages,{' '}
        </>
      )}
    </>
  );
}

/** Whom it is made for; nothing is said of it where nobody is named. */
function CustomerWord() {
  const { customer, change } = useBook(({ docket, change }) => ({ customer: docket.customer, change }));
  return (
    <Word say={customer ?? 'a customer not yet named'} name="Customer" after=",">
      {(close) => (
        <Entry
          label="Customer"
          shown={customer ?? ''}
          wide
          autoFocus
          take={(text) => {
            const to = text.trim().slice(0, 200) || null;
            change({ customer: to }, to ? `for ${to}` : 'for no one named');
            close();
          }}
        />
      )}
    </Word>
  );
}

function DueWord() {
  const { due, change } = useBook(({ docket, change }) => ({ due: docket.due, change }));
  return (
    <Word say={dueWord(due)} name="Due" after=".">
      {(close) => (
        <Entry
          label="Due"
          type="date"
          shown={due ?? ''}
          wide
          autoFocus
          take={(text) => {
            if (text && !/^\d{4}-\d\d-\d\d$/.test(text)) throw new Error('Type a date.');
            change({ due: text || null }, text ? `due ${text}` : 'no due date');
            close();
          }}
        />
      )}
    </Word>
  );
}

/** The job as one plain sentence. */
export function Brief() {
  const { docket, plan } = useBook(({ docket, plan }) => ({ docket, plan }));
  const { unit } = useUnit();
  useEffect(() => fetchIdle([searchList, sizeList]), []);
  const { product, sheet } = docket;
  const up = plan.sheets.main.lay.downs.length;
  const pages = countedPages(plan.product);
  const said = saidProduct(docket);
  return (
    <p className="font-head text-[1.4rem] leading-[1.5]" aria-label="Brief">
      <Word say={wholeNumber(product.copies)} name="Copies">
        {(close) => <CopiesControl done={close} autoFocus />}
      </Word>{' '}
      {product.copies === 1 ? 'copy' : 'copies'} of {article(pages)} {wholeNumber(pages)}-page,{' '}
      <Word say={said.binding} name="Binding">
        {(close) => <BindingControl done={close} />}
      </Word>{' '}
      {said.piece},{' '}
      <Word say={nameSize(product.finished, unit)} name="Finished size" after=",">
        {(close) => <SizeControl done={close} autoFocus />}
      </Word>{' '}
      <MadeWords />
      <StockWords />
      <PartWords />
      <Word
        say={`${upWord(up)}${sheet.fill === 'come-and-go' && up > 1 ? ', head to tail' : ''}`}
        name="Pieces on a sheet"
        after=","
      >
        {(close) => <UpControl done={close} />}
      </Word>{' '}
      run on{' '}
      <Word say={sheet.machine.name} name="Machine" after=",">
        {(close) => <MachineControl done={close} />}
      </Word>{' '}
      for <CustomerWord /> by <DueWord />
    </p>
  );
}
