import {
  article,
  counted,
  countedPages,
  foldName,
  formatLength,
  nameSize,
  rulesOf,
  saidProduct,
  saidSections,
  wholeNumber,
  wholeSheets,
} from '../../../core';
import { useUnit } from '../../../ui/unit';
import { useBook } from '../context';
import {
  BindingControl,
  BleedControl,
  BoundControl,
  CopiesControl,
  SizeControl,
  StockControl,
  TrimmedControl,
} from '../controls';
import { ChapterControls } from '../docket/ChapterControls';
import { CoverSource } from '../docket/CoverControls';
import { FoldControl } from '../docket/FoldControl';
import { InsertControls } from '../docket/InsertControls';
import { plansWanted, SectionPlans } from '../docket/SectionPlans';
import { StockRanges } from '../docket/StockRanges';
import { Word } from './Word';
import { TailWords } from './words';

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

/** A book as one plain sentence. */
export function BookBrief() {
  const { docket, plan } = useBook(({ docket, plan }) => ({ docket, plan }));
  const { unit } = useUnit();
  const { product, sheet } = docket;
  const up = plan.sheets.main.lay.downs.length;
  const pages = countedPages(plan.product);
  const said = saidProduct(docket);
  return (
    <>
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
      <TailWords more={sheet.fill === 'come-and-go' && up > 1 ? ', head to tail' : ''} />
    </>
  );
}
