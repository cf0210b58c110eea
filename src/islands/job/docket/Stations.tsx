import { useState } from 'react';
import { countedPages, nameSize, type Station as StationName } from '../../../core';
import { useUnit } from '../../../ui/unit';
import { useJob } from '../context';
import { ArtworkStation } from './ArtworkStation';
import { saidProduct } from './bindings';
import { FinishControls } from './FinishControls';
import { MarksControls } from './MarksControls';
import { ProductControls } from './ProductControls';
import { SendStation } from './SendStation';
import { SheetControls } from './SheetControls';
import { Station } from './Station';

/** The docket's six stations, in the order people work. */
export function Stations() {
  const { docket, plan, marks, findings, store } = useJob();
  const artwork = store((s) => s.artwork);
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
  const onMarks = (['crop', 'register', 'fold', 'slug'] as const).filter(
    (k) =>
      docket.marks[k].on &&
      !marks.noRoom.includes(k) &&
      (k !== 'fold' || plan.layout.block.folds.some((f) => f.kind === 'fold')),
  );
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
        facts={`${product.copies} × ${nameSize(product.finished, unit)}, ${countedPages(plan)} pages, ${saidProduct(docket).binding}${product.binding.kind === 'folded' ? '' : `, bound ${product.bound}`}`}
      >
        <ProductControls />
      </Station>
      <Station
        {...of('sheet')}
        number={3}
        title="Sheet"
        facts={`${sheet.stock.name} ${sheet.stock.format}, ${plan.layout.slots.length} up, on ${sheet.machine.name}`}
      >
        <SheetControls />
      </Station>
      <Station {...of('marks')} number={4} title="Marks" facts={onMarks.length > 0 ? onMarks.join(', ') : 'none'}>
        <MarksControls />
      </Station>
      <Station
        {...of('finish')}
        number={5}
        title="Finish"
        facts={finish.stitch ? `on ${finish.finisher.name}` : 'not here'}
      >
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
