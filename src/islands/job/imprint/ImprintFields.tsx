import { ANCHORS, readRuns, runsSaid, type Anchor } from '../../../core';
import { Choice, Pick, Toggle } from '../../../ui/choices';
import { Entry, LengthField, Row } from '../../../ui/fields';
import { useJob } from '../context';
import { InkFields } from './InkFields';
import { usePrint } from './print';
import { CodeFields, TextFields, PictureFields } from './SaysFields';
import { TextRow } from './TextRow';

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
      {print.says.kind === 'text' && <TextFields at={at} says={print.says} />}
      {print.says.kind === 'code' && <CodeFields at={at} says={print.says} />}
      {print.says.kind === 'picture' ? <PictureFields at={at} says={print.says} /> : <InkFields at={at} />}
      <PlaceFields at={at} />
      <OnRow at={at} />
      <PartsRow at={at} />
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
