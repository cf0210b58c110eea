import { useRef, useState } from 'react';
import {
  ANCHORS,
  fieldsOf,
  PART,
  readRuns,
  runsSaid,
  type Anchor,
  type FontName,
  type Says,
  type Symbology,
} from '../../../core';
import { Button } from '../../../ui/Button';
import { Choice, Pick, Toggle } from '../../../ui/choices';
import { Entry, LengthField, Row } from '../../../ui/fields';
import { useJob } from '../context';
import { InkFields } from './InkFields';
import { usePrint } from './print';
import { strangers } from './wishes';

const FONTS: readonly { readonly key: FontName; readonly label: string }[] = [
  { key: 'text', label: 'Hyperlegible Next' },
  { key: 'text-bold', label: 'Hyperlegible Next, bold' },
  { key: 'mono', label: 'Hyperlegible Mono' },
  { key: 'mono-bold', label: 'Hyperlegible Mono, bold' },
  { key: 'head', label: 'Bricolage Grotesque, bold' },
];

const CODES: readonly { readonly key: Symbology; readonly label: string; readonly detail: string }[] = [
  { key: 'qr', label: 'QR code', detail: 'any text' },
  { key: 'data-matrix', label: 'Data Matrix', detail: 'any text, small' },
  { key: 'code-128', label: 'Code 128', detail: 'letters and digits' },
  { key: 'code-39', label: 'Code 39', detail: 'capitals and digits' },
  { key: 'itf', label: 'Interleaved 2 of 5', detail: 'digits, an even number' },
  { key: 'ean-13', label: 'EAN-13', detail: '12 or 13 digits' },
  { key: 'ean-8', label: 'EAN-8', detail: '7 or 8 digits' },
  { key: 'upc-a', label: 'UPC-A', detail: '11 or 12 digits' },
];

const PLACES: Readonly<Record<Anchor, string>> = {
  'head-left': 'Head, left',
  head: 'Head, middle',
  'head-right': 'Head, right',
  left: 'Left, middle',
  centre: 'Middle',
  right: 'Right, middle',
  'foot-left': 'Foot, left',
  foot: 'Foot, middle',
  'foot-right': 'Foot, right',
};

/** The figures of an imprint. */
export function ImprintFields({ at }: { readonly at: number }) {
  const { print, set } = usePrint(at);
  return (
    <>
      <Row label="Called">
        <Entry
          label="Called"
          wide
          shown={print.name}
          take={(name) => {
            if (name.trim() === '') throw new Error('Type a name.');
            set({ name: name.trim().slice(0, 100) }, 'called anew');
          }}
        />
      </Row>
      <TextRow at={at} />
      {print.says.kind === 'text' ? <TextFields at={at} says={print.says} /> : <CodeFields at={at} says={print.says} />}
      <InkFields at={at} />
      <PlaceFields at={at} />
      <OnRow at={at} />
      <PartsRow at={at} />
    </>
  );
}

/** What it says: typed, with counters and columns put in by a click, or dragged. */
function TextRow({ at }: { readonly at: number }) {
  const { print, set } = usePrint(at);
  const { imprint, table, hasParts } = useJob(({ docket, artwork }) => ({
    imprint: docket.imprint,
    table: artwork.table,
    hasParts: docket.product.kind === 'flat' && docket.product.parts.length > 1,
  }));
  const [draft, setDraft] = useState<string | null>(null);
  /** Where in the text the next field goes; at its end where nobody has pointed elsewhere. */
  const caret = useRef<readonly [number, number] | null>(null);
  const columns = table?.columns.map((c) => c.name) ?? [];
  const names = [...imprint.counters.map((c) => c.name), ...columns, ...(hasParts ? [PART] : [])];
  const commit = (text: string): void => {
    setDraft(null);
    if (text !== print.text) set({ text }, 'other words');
  };
  const put = (name: string): void => {
    const now = draft ?? print.text;
    const [from, to] = caret.current ?? [now.length, now.length];
    caret.current = null;
    commit(`${now.slice(0, from)}{${name}}${now.slice(to)}`);
  };
  const unknown = strangers({ ...imprint, prints: [print] }, hasParts ? [...columns, PART] : columns);
  return (
    <Row label="Says">
      <textarea
        onSelect={(e) => (caret.current = [e.currentTarget.selectionStart, e.currentTarget.selectionEnd])}
        aria-label="Says"
        rows={Math.min(5, (draft ?? print.text).split('\n').length)}
        value={draft ?? print.text}
        maxLength={2000}
        onChange={(e) => setDraft(e.target.value)}
        onBlur={() => draft !== null && commit(draft)}
        onKeyDown={(e) => {
          if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) commit(draft ?? print.text);
          if (e.key === 'Escape' && draft !== null) {
            setDraft(null);
            e.stopPropagation();
          }
        }}
        onDragOver={(e) => e.preventDefault()}
        className="num w-full resize-y rounded-sm border border-ink/35 bg-paper px-2 py-1 text-[0.95rem]"
      />
      {names.length > 0 && (
        <ul className="mt-1 flex flex-wrap gap-1" aria-label="Put in">
          {names.map((name) => (
            <li key={name} draggable onDragStart={(e) => e.dataTransfer.setData('text/plain', `{${name}}`)}>
              <Button
                small
                aria-label={`Put in ${name}`}
                className={fieldsOf(print.text).includes(name) ? 'border-moss! bg-moss/15!' : 'border-dashed!'}
                onPress={() => put(name)}
              >
                {name}
              </Button>
            </li>
          ))}
        </ul>
      )}
      {unknown.length > 0 && (
        <p role="alert" className="mt-0.5 text-xs text-brick">
          Neither a counter nor a column: {unknown.join(', ')}.
        </p>
      )}
    </Row>
  );
}

function TextFields({ at, says }: { readonly at: number; readonly says: Extract<Says, { kind: 'text' }> }) {
  const { set } = usePrint(at);
  const { unit } = useJob(({ unit }) => ({ unit }));
  const to = (part: Partial<typeof says>, label: string): void => set({ says: { ...says, ...part } }, label);
  return (
    <>
      <Row label="Font">
        <Pick label="Font" value={says.font} options={FONTS} onChange={(font) => to({ font }, 'another font')} />
      </Row>
      <Row label="Size">
        <Entry
          label="Size in points"
          bare
          shown={`${says.size} pt`}
          take={(text) => {
            const size = Number(text.replace(/pt/i, '').replace(',', '.').trim());
            if (!(size >= 1 && size <= 500)) throw new Error('Type 1 to 500 points.');
            to({ size }, `${size} pt`);
          }}
        />
      </Row>
      <Row label="Aligned">
        <Choice
          label="Aligned"
          value={says.align}
          options={[
            { key: 'left', label: 'Left' },
            { key: 'centre', label: 'Middle' },
            { key: 'right', label: 'Right' },
          ]}
          onChange={(align) => to({ align }, `aligned ${align}`)}
        />
      </Row>
      <Row label="Its place" hint={says.width === null ? 'as wide as its words' : undefined}>
        <span className="flex items-center gap-2">
          <Choice
            label="Place"
            value={says.width === null ? 'own' : says.fit}
            options={[
              { key: 'own', label: 'Free' },
              { key: 'shrink', label: 'Shrink' },
              { key: 'wrap', label: 'Wrap' },
              { key: 'as-is', label: 'Fixed' },
            ]}
            onChange={(fit) =>
              fit === 'own'
                ? to({ width: null, height: null, fit: 'as-is' }, 'as wide as it is')
                : to({ fit, width: says.width ?? 40 }, 'its place')
            }
          />
        </span>
        {says.width !== null && (
          <span className="mt-1 block">
            <LengthField
              label="Width of its place"
              value={says.width}
              min={1}
              unit={unit}
              onChange={(width) => to({ width }, 'its width')}
            />
          </span>
        )}
      </Row>
    </>
  );
}

function CodeFields({ at, says }: { readonly at: number; readonly says: Extract<Says, { kind: 'code' }> }) {
  const { set } = usePrint(at);
  const { unit, dpi } = useJob(({ unit, docket }) => ({ unit, dpi: docket.sheet.machine.dpi }));
  const to = (part: Partial<typeof says>, label: string): void => set({ says: { ...says, ...part } }, label);
  const square = says.symbology === 'qr' || says.symbology === 'data-matrix';
  return (
    <>
      <Row label="Code">
        <Pick
          label="Code"
          value={says.symbology}
          options={CODES}
          onChange={(symbology) => to({ symbology }, 'another code')}
        />
      </Row>
      <Row label={square ? 'Square' : 'Narrow bar'} hint={`a whole number of the machine’s dots at ${dpi} dpi`}>
        <LengthField
          label="Narrowest bar or square"
          value={says.module}
          min={0.1}
          max={10}
          unit={unit}
          onChange={(module) => to({ module }, 'its module')}
        />
      </Row>
      {!square && (
        <Row label="Height">
          <LengthField
            label="Height of the bars"
            value={says.height}
            min={1}
            max={500}
            unit={unit}
            onChange={(height) => to({ height }, 'its height')}
          />
          <span className="mt-1 block">
            <Toggle
              label="Written beneath"
              value={says.spoken}
              onChange={(spoken) => to({ spoken }, spoken ? 'written beneath' : 'bars alone')}
            />
          </span>
        </Row>
      )}
      <Row label="Ground">
        <Toggle
          label="White beneath, quiet zone too"
          value={says.light}
          onChange={(light) => to({ light }, light ? 'on white' : 'on the artwork')}
        />
      </Row>
    </>
  );
}

function PlaceFields({ at }: { readonly at: number }) {
  const { print, set } = usePrint(at);
  const unit = useJob((s) => s.unit);
  return (
    <>
      <Row label="From the">
        <Pick
          label="Measured from"
          value={print.anchor}
          options={ANCHORS.map((key) => ({ key, label: PLACES[key] }))}
          onChange={(anchor) => set({ anchor, x: 0, y: 0 }, 'measured from elsewhere')}
        />
        <span className="mt-1 flex gap-2">
          <LengthField label="Across" value={print.x} min={-5000} unit={unit} onChange={(x) => set({ x }, 'moved')} />
          <LengthField
            label="Up or down"
            value={print.y}
            min={-5000}
            unit={unit}
            onChange={(y) => set({ y }, 'moved')}
          />
        </span>
      </Row>
      <Row label="Turned">
        <Entry
          label="Turned, degrees"
          shown={`${print.turned}°`}
          take={(text) => {
            const turned = Number(text.replace('°', '').replace(',', '.').trim());
            if (!(turned >= -360 && turned <= 360)) throw new Error('Type degrees: 90, -45.');
            set({ turned }, `turned ${turned}°`);
          }}
        />
      </Row>
    </>
  );
}

/** On which pages of a record. */
function OnRow({ at }: { readonly at: number }) {
  const { print, set } = usePrint(at);
  const { on } = print;
  const key = typeof on === 'string' ? on : 'some';
  return (
    <Row label="On pages">
      <Choice
        label="On pages"
        value={key}
        options={[
          { key: 'all', label: 'All' },
          { key: 'odd', label: 'Odd' },
          { key: 'even', label: 'Even' },
          { key: 'some', label: 'Some' },
        ]}
        onChange={(key) => set({ on: key === 'some' ? [{ from: 1, to: 1 }] : key }, `on ${key} pages`)}
      />
      {typeof on !== 'string' && (
        <span className="mt-1 block">
          <Entry
            label="Which pages"
            wide
            shown={runsSaid(on)}
            take={(text) => {
              const runs = readRuns(text);
              if (!runs || runs.some((r) => r.from < 1 || r.to > 50_000)) throw new Error('Type pages: 1, 3-4.');
              set({ on: runs }, `on ${runsSaid(runs)}`);
            }}
          />
        </span>
      )}
    </Row>
  );
}

/** On which parts of a set. */
function PartsRow({ at }: { readonly at: number }) {
  const { print, set } = usePrint(at);
  const product = useJob((s) => s.docket.product);
  if (product.kind !== 'flat' || product.parts.length < 2) return null;
  const all = product.parts.map((_, i) => i + 1);
  const on = print.parts === 'all' ? all : print.parts;
  return (
    <Row label="On parts">
      <ul className="grid gap-1 pt-1">
        {product.parts.map((part, i) => (
          <li key={i}>
            <Toggle
              label={part.name}
              value={on.includes(i + 1)}
              onChange={(is) => {
                const to = all.filter((n) => (n === i + 1 ? is : on.includes(n)));
                if (to.length > 0) set({ parts: to.length === all.length ? 'all' : to }, `on ${to.length} parts`);
              }}
            />
          </li>
        ))}
      </ul>
    </Row>
  );
}
