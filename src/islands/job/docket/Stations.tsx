import { useEffect, useState } from 'react';
import {
  copiesSaid,
  countedPages,
  isKind,
  marksOn,
  piecesSaid,
  nameSize,
  panelsSaid,
  posterCopiesSaid,
  postersSaid,
  plural,
  rulesOf,
  saidProduct,
  workOf,
  type Docket,
  type Finish,
  type Plan,
  type Unit,
  wholeNumber,
} from '../../../core';
import { pickList } from '../../../ui/choices';
import { fetched, fetchIdle } from '../../../ui/fetched';
import { useUnit } from '../../../ui/unit';
import { useJob } from '../context';
import { ProductControls } from './ProductControls';
import { useOpening } from '../opening';
import { Station } from './Station';

const artworkStation = fetched(async () => (await import('./ArtworkStation')).ArtworkStation);
const sheetControls = fetched(async () => (await import('./SheetControls')).SheetControls);
const marksControls = fetched(async () => (await import('./MarksControls')).MarksControls);
const finishControls = fetched(async () => (await import('./FinishControls')).FinishControls);
const sendStation = fetched(async () => (await import('./SendStation')).SendStation);
/** Further files, in a word. */
const others = (more: number): string => (more > 0 ? ` and ${plural(more, 'more file', 'more files')}` : '');

/** Stations that are closed at first: fetched when the screen stands, before somebody opens one. */
const CLOSED = [pickList, sheetControls, artworkStation, marksControls, finishControls, sendStation];

/** The docket's six stations, in the order people work. */
export function Stations() {
  const { docket, plan, marks, findings } = useJob(({ docket, plan, marks, findings }) => ({
    docket,
    plan,
    marks,
    findings,
  }));
  const pages = useJob(({ artwork }) => [artwork.pages, ...(artwork.more ?? [])].reduce((sum, p) => sum + p.length, 0));
  useEffect(() => fetchIdle(CLOSED), []);
  const { unit } = useUnit();
  const worst = findings.find((f) => f.severity !== 'fine' && !f.accepted);
  useState(() => useOpening.setState({ open: worst?.station ?? 'product', pinned: new Set(), asked: null }));
  const { sheet, finish } = docket;
  const onMarks = marksOn(docket.marks, plan, marks);
  return (
    <div className="min-[900px]:flex min-[900px]:h-full min-[900px]:flex-col">
      <Station
        name="artwork"
        number={1}
        title="Artwork"
        facts={`${docket.artwork.file.name}${others(docket.artwork.more.length)}, ${plural(pages, 'page')}${imprintFacts(docket)}`}
      >
        <artworkStation.View />
      </Station>
      <Station name="product" number={2} title="Product" facts={productFacts(docket, plan, unit)}>
        <ProductControls />
      </Station>
      <Station
        name="sheet"
        number={3}
        title="Sheet"
        facts={`${sheet.stock.name} ${sheet.stock.format}, ${upFact(plan)} on ${sheet.machine.name}`}
      >
        <sheetControls.View />
      </Station>
      <Station name="marks" number={4} title="Marks" facts={onMarks || 'none'}>
        <marksControls.View />
      </Station>
      <Station name="finish" number={5} title="Finish" facts={saidRoute(finish, plan)}>
        <finishControls.View />
      </Station>
      <Station
        name="send"
        number={6}
        title="Send"
        facts={(sheet.machine.printer ?? sheet.machine.folder) ? `to ${sheet.machine.name}` : 'export only'}
      >
        <sendStation.View />
      </Station>
    </div>
  );
}

/** `4 up,`; a poster's panels have a sheet each. */
const upFact = ({ product, sheets }: Plan): string =>
  product.kind === 'poster' ? `${plural(sheets.length, 'sheet')} a copy,` : `${sheets.main.lay.downs.length} up,`;

/** `, 3 imprints, 480 rows of members.csv` */
function imprintFacts({ imprint: { prints, table } }: Docket): string {
  return (prints.length > 0 ? `, ${plural(prints.length, 'imprint')}` : '') + (table ? `, ${table.name}` : '');
}

/** The machines of the route that this work goes through: `on Wheatear, then Turnstone`. */
function saidRoute(finish: Finish, plan: Plan): string {
  if (!finish.here) return 'not here';
  // what is done in the pass of another step is no machine more
  const names = [...new Set(workOf(finish, plan, 1).map((w) => w.step.machine.name))];
  return names.length > 0 ? `on ${names.join(', then ')}` : 'on no machine yet';
}

/** What is made, in a line: `400 × A5, 28 pages, saddle-stitched, bound left`; `600 × 90 × 50 mm, two-sided card`. */
function productFacts(docket: Docket, plan: Plan, unit: Unit): string {
  const { product } = docket;
  const size = nameSize(product.finished, unit);
  if (isKind(docket, 'bound') && plan.product.kind === 'bound') {
    const { binding, bound, copies } = docket.product;
    const edge = rulesOf(binding).made === 'folded' ? '' : `, bound ${bound}`;
    return `${wholeNumber(copies)} × ${size}, ${plural(countedPages(plan.product), 'page')}, ${saidProduct(docket).binding}${edge}`;
  }
  if (product.kind === 'poster' && plan.product.kind === 'poster')
    return `${posterCopiesSaid(product.copies, plan.product)} ${postersSaid(plan.product)}, ${size}, ${panelsSaid(plan.product)}`;
  if (product.kind !== 'flat' || plan.product.kind !== 'flat') return size;
  return `${copiesSaid(product, { product: plan.product })} ${piecesSaid(product, { product: plan.product })}, ${size}`;
}
