import { useState } from 'react';
import {
  countedPages,
  marksOn,
  nameSize,
  rulesOf,
  workOf,
  type Finish,
  type Plan,
  type Station as StationName,
} from '../../../core';
import { useUnit } from '../../../ui/unit';
import { useBook, useJob } from '../context';
import { ArtworkStation } from './ArtworkStation';
import { saidProduct } from '../said';
import { FinishControls } from './FinishControls';
import { MarksControls } from './MarksControls';
import { ProductControls } from './ProductControls';
import { SendStation } from './SendStation';
import { SheetControls } from './SheetControls';
import { Station } from './Station';

/** The docket's six stations, in the order people work. */
export function Stations() {
  const { docket, plan, marks, findings } = useBook(({ docket, plan, marks, findings }) => ({
    docket,
    plan,
    marks,
    findings,
  }));
  const artwork = useJob((s) => s.artwork);
  const { unit } = useUnit();
  const worst = findings.find((f) => f.severity !== 'fine');
  const [open, setOpen] = useState<ReadonlySet<StationName>>(() => new Set<StationName>([worst?.station ?? 'product']));
  const toggle = (name: StationName) => (isOpen: boolean) => {
    const next = new Set(open);
    if (isOpen) next.add(name);
    else next.delete(name);
    setOpen(next);
  };
  const { product, sheet, finish } = docket;
  const onMarks = marksOn(docket.marks, plan, marks);
  const of = (name: StationName) => ({ name, open: open.has(name), onToggle: toggle(name) });
  return (
    <div>
      <Station
        {...of('artwork')}
        number={1}
        title="Artwork"
        facts={`${docket.artwork.file.name}, ${artwork.pages.length} pages`}
      >
        <ArtworkStation />
      </Station>
      <Station
        {...of('product')}
        number={2}
        title="Product"
        facts={`${product.copies} × ${nameSize(product.finished, unit)}, ${countedPages(plan.product)} pages, ${saidProduct(docket).binding}${rulesOf(product.binding).made === 'folded' ? '' : `, bound ${product.bound}`}`}
      >
        <ProductControls />
      </Station>
      <Station
        {...of('sheet')}
        number={3}
        title="Sheet"
        facts={`${sheet.stock.name} ${sheet.stock.format}, ${plan.sheets.main.lay.downs.length} up, on ${sheet.machine.name}`}
      >
        <SheetControls />
      </Station>
      <Station {...of('marks')} number={4} title="Marks" facts={onMarks || 'none'}>
        <MarksControls />
      </Station>
      <Station {...of('finish')} number={5} title="Finish" facts={saidRoute(finish, plan)}>
        <FinishControls />
      </Station>
      <Station
        {...of('send')}
        number={6}
        title="Send"
        facts={sheet.machine.printer ? `to ${sheet.machine.name}` : 'export only'}
      >
        <SendStation />
      </Station>
    </div>
  );
}

/** The machines of the route that this work goes through: `on Wheatear, then Turnstone`. */
function saidRoute(finish: Finish, plan: Plan): string {
  if (!finish.here) return 'not here';
  const names = workOf(finish, plan, 1).map((w) => w.step.machine.name);
  return names.length > 0 ? `on ${names.join(', then ')}` : 'on no machine yet';
}
