import { useState } from 'react';
import {
  bleedsOf,
  formatLength,
  formatNumber,
  lying,
  formatSize,
  nameSize,
  turnOf,
  type Station as StationName,
} from '../../../core';
import { Choice, CountField, LengthField, Pick, Row, SizeField, Toggle, Entry } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useJob } from '../context';
import { machineOptions, stockOptions, withMachine, withStock } from '../wishes';
import { ArtworkStation } from './ArtworkStation';
import { SendStation } from './SendStation';
import { Station } from './Station';
import { StockChart } from './StockChart';

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
    (k) => docket.marks[k].on && !marks.noRoom.includes(k),
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
        facts={`${product.copies} × ${nameSize(product.finished, unit)}, ${plan.reading.length} pages, bound ${product.bound}`}
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
        facts={finish.stitch ? `fold and stitch on ${finish.finisher.name}` : 'not here'}
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

function ProductControls() {
  const { docket, change, plan } = useJob();
  const { unit } = useUnit();
  const { product } = docket;
  const { blanks, creep } = product;
  const ends = bleedsOf(product).ends;
  const largest = plan.creep.standsOut.at(-1) ?? 0;
  return (
    <>
      <Row label="Title">
        <Entry
          label="Title"
          shown={docket.title}
          wide
          take={(t) => change({ title: t.trim().slice(0, 300) || 'Untitled' }, 'title')}
        />
      </Row>
      <Row label="Copies">
        <CountField
          label="Copies"
          value={product.copies}
          onChange={(copies) => change({ product: { copies } }, `${copies} copies`)}
        />
      </Row>
      <Row label="Finished size">
        <SizeField
          label="Finished size"
          value={product.finished}
          unit={unit}
          onChange={(finished) => change({ product: { finished } }, `finished size ${nameSize(finished, unit)}`)}
        />
      </Row>
      <Row label="Bound edge">
        <Choice
          label="Bound edge"
          value={product.bound}
          options={[
            { key: 'left', label: 'Left' },
            { key: 'right', label: 'Right' },
            { key: 'top', label: 'Top' },
          ]}
          onChange={(bound) => change({ product: { bound } }, `bound ${bound}`)}
        />
      </Row>
      <Row
        label="Bleed"
        hint={
          ends < product.bleed
            ? `${formatLength(ends, unit)} at ${product.bound === 'top' ? 'left and right' : 'head and foot'}`
            : undefined
        }
      >
        <LengthField
          label="Bleed"
          value={product.bleed}
          unit={unit}
          max={50}
          onChange={(bleed) => change({ product: { bleed, endBleed: null } }, `bleed ${formatLength(bleed, unit)}`)}
        />
      </Row>
      {(plan.blanks > 0 || blanks.kind === 'after') && (
        <Row label="Blanks">
          <Pick
            label="Blanks"
            value={blanks.kind}
            options={[
              ...(blanks.kind === 'unsettled'
                ? [{ key: 'unsettled' as const, label: 'At the end, not yet settled' }]
                : []),
              { key: 'end', label: 'At the end' },
              { key: 'before-last', label: 'Inside the back cover' },
              { key: 'inside-covers', label: 'Inside both covers' },
              { key: 'after', label: 'Behind pages of my own' },
            ]}
            onChange={(kind) =>
              change({ product: { blanks: kind === 'after' ? { kind, pages: [1] } : { kind } } }, 'where blanks go')
            }
          />
          {blanks.kind === 'after' && (
            <div className="mt-1">
              <Entry
                label="A blank behind each of these pages"
                shown={blanks.pages.join(', ')}
                wide
                take={(text) => {
                  const pages = text
                    .split(/[,\s]+/)
                    .filter(Boolean)
                    .map(Number);
                  if (pages.some((p) => !Number.isInteger(p) || p < 0) || pages.length > 8)
                    throw new Error('Type page numbers, at most eight: 2, 22.');
                  change({ product: { blanks: { kind: 'after', pages } } }, 'where blanks go');
                }}
              />
            </div>
          )}
        </Row>
      )}
      <Row
        label="Creep"
        hint={
          plan.sheets.length > 1
            ? `${formatLength(largest, unit, unit === 'mm' ? 2 : 3)} at the innermost sheet`
            : undefined
        }
      >
        <div className="flex items-center gap-3">
          <Toggle
            label="Move to the spine"
            value={creep.correction === 'push-in'}
            onChange={(on) =>
              change(
                { product: { creep: { correction: on ? 'push-in' : 'none' } } },
                on ? 'creep corrected' : 'creep left alone',
              )
            }
          />
        </div>
      </Row>
      <Row label="Fold factor">
        <Entry
          label="Fold factor"
          shown={formatNumber(creep.factor, 3)}
          take={(t) => {
            const factor = Number(t.replace(',', '.'));
            if (!(factor >= 1 && factor <= 1.571))
              throw new Error('From 1 for folds pressed flat to 1.571 for round ones.');
            change({ product: { creep: { factor } } }, `fold factor ${factor}`);
          }}
        />
      </Row>
    </>
  );
}

function SheetControls() {
  const { docket, change, store, plan } = useJob();
  const shop = store((s) => s.shop);
  const { unit } = useUnit();
  const { sheet } = docket;
  const { stock, machine } = sheet;
  const edges = Object.values(machine.noPrint);
  return (
    <>
      <Row
        label="Stock"
        hint={`${formatSize(lying(stock), unit)} · ${stock.grammage} g/m² · ${formatLength(stock.caliper, unit, unit === 'mm' ? 3 : 4)} thick · ${stock.grain} grain`}
      >
        <Pick
          label="Stock"
          value={stock.id}
          options={stockOptions(shop, stock)}
          onChange={(id) => withStock(shop, id, change)}
        />
      </Row>
      <Row
        label="Machine"
        hint={`does not print ${formatLength(Math.min(...edges), unit)} to ${formatLength(Math.max(...edges), unit)} at the edges`}
      >
        <Pick
          label="Machine"
          value={machine.id}
          options={machineOptions(shop, machine)}
          onChange={(id) => withMachine(shop, id, change)}
        />
      </Row>
      <Row
        label="Booklets up"
        hint={`${plan.layout.slots.length} on this sheet${plan.layout.rotated ? ', lying sideways' : ''}`}
      >
        <Choice
          label="Booklets up"
          value={sheet.up}
          options={[
            { key: 'one', label: 'One' },
            { key: 'most', label: 'As many as fit' },
          ]}
          onChange={(up) => change({ sheet: { up } }, up === 'one' ? 'one up' : 'as many up as fit')}
        />
      </Row>
      <Row
        label="Turn"
        hint={
          turnOf(docket) === 'turn'
            ? 'about the upright axis; the lead edge stays'
            : 'about the level axis; the lead edge changes'
        }
      >
        <Choice
          label="Turn"
          value={sheet.turn}
          options={[
            { key: 'machine', label: `As ${machine.name} does` },
            { key: 'turn', label: 'Turn' },
            { key: 'tumble', label: 'Tumble' },
          ]}
          onChange={(turn) =>
            change({ sheet: { turn } }, `sheets ${turn === 'machine' ? `turned as ${machine.name} does` : turn}`)
          }
        />
      </Row>
      <StockChart />
    </>
  );
}

const MARKS = [
  ['crop', 'Crop'],
  ['register', 'Register'],
  ['fold', 'Fold'],
] as const;

function MarksControls() {
  const { docket, change, marks } = useJob();
  const { unit } = useUnit();
  return (
    <div className="grid gap-2">
      {MARKS.map(([key, name]) => {
        const m = docket.marks[key];
        return (
          <fieldset key={key} className="border-b border-ink/15 pb-2">
            <legend className="sr-only">{name} marks</legend>
            <div className="flex items-center">
              <Toggle
                label={`${name} marks`}
                value={m.on}
                onChange={(on) =>
                  change({ marks: { [key]: { on } } }, `${name.toLowerCase()} marks ${on ? 'on' : 'off'}`)
                }
              />
              {m.on && marks.noRoom.includes(key) && (
                <span className="ml-auto text-xs text-brick">no room on this sheet</span>
              )}
            </div>
            {m.on && (
              <div className="grid grid-cols-3 gap-1">
                {(
                  [
                    ['length', key === 'register' ? 'width' : 'length', 50],
                    ['offset', 'offset', 50],
                    ['weight', 'weight', 5],
                  ] as const
                ).map(([field, said, max]) => (
                  <label key={field} className="text-xs text-ink-soft">
                    {said}
                    <LengthField
                      label={`${name} mark ${said}`}
                      value={m[field]}
                      unit={unit}
                      min={field === 'weight' ? 0.01 : 0}
                      max={max}
                      wide
                      onChange={(v) =>
                        change({ marks: { [key]: { [field]: v } } }, `${name.toLowerCase()} mark ${said}`)
                      }
                    />
                  </label>
                ))}
              </div>
            )}
          </fieldset>
        );
      })}
      <fieldset>
        <legend className="sr-only">Slug line</legend>
        <div className="flex items-center">
          <Toggle
            label="Slug line"
            value={docket.marks.slug.on}
            onChange={(on) => change({ marks: { slug: { on } } }, `slug line ${on ? 'on' : 'off'}`)}
          />
          {docket.marks.slug.on && marks.noRoom.includes('slug') && (
            <span className="ml-auto text-xs text-brick">no room on this sheet</span>
          )}
        </div>
        {docket.marks.slug.on && (
          <>
            <p className="text-xs text-ink-soft">Job, sheet, side and date.</p>
            <div className="grid grid-cols-3 gap-1">
              <label className="text-xs text-ink-soft">
                height
                <LengthField
                  label="Slug line height"
                  value={docket.marks.slug.height}
                  unit={unit}
                  min={1}
                  max={20}
                  wide
                  onChange={(height) => change({ marks: { slug: { height } } }, 'slug line height')}
                />
              </label>
              <label className="text-xs text-ink-soft">
                offset
                <LengthField
                  label="Slug line offset"
                  value={docket.marks.slug.offset}
                  unit={unit}
                  max={50}
                  wide
                  onChange={(offset) => change({ marks: { slug: { offset } } }, 'slug line offset')}
                />
              </label>
              <label className="text-xs text-ink-soft">
                date
                <Entry
                  label="Slug line date"
                  type="date"
                  shown={docket.date}
                  wide
                  take={(date) => change({ date }, 'slug line date')}
                />
              </label>
            </div>
          </>
        )}
      </fieldset>
    </div>
  );
}

function FinishControls() {
  const { docket, change, store, plan } = useJob();
  const shop = store((s) => s.shop);
  const { finish } = docket;
  const sheets = plan.sheets.length;
  return (
    <>
      <Row label="Finishing">
        <Toggle
          label="Fold and stitch"
          value={finish.stitch}
          onChange={(stitch) => change({ finish: { stitch } }, stitch ? 'fold and stitch' : 'no finishing here')}
        />
      </Row>
      {finish.stitch && (
        <Row label="Machine" hint={`${sheets} of at most ${finish.finisher.maxSheets} sheets`}>
          <Pick
            label="Finishing machine"
            value={finish.finisher.id}
            options={shop.finishers.map((f) => ({ key: f.id, label: f.name, detail: `to ${f.maxSheets} sheets` }))}
            onChange={(id) => {
              const finisher = shop.finishers.find((f) => f.id === id);
              if (finisher) change({ finish: { finisher } }, `finish on ${finisher.name}`);
            }}
          />
        </Row>
      )}
    </>
  );
}
