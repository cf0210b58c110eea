import { countedPages, roman, type Numbering } from '../../../core';
import { Pick } from '../../../ui/choices';
import { CountField, Row } from '../../../ui/fields';
import { useBook } from '../context';
import { Add, Remove, removed, replaced } from './lists';

const STYLES = [
  { key: 'arabic', label: '1, 2, 3' },
  { key: 'roman', label: 'i, ii, iii' },
  { key: 'letters', label: 'A, B, C' },
  { key: 'none', label: 'not numbered' },
] as const;

/** How pages are numbered: front matter its own way. */
export function NumberingControls() {
  const { docket, change, plan } = useBook(({ docket, change, plan }) => ({ docket, change, plan }));
  const { numbering } = docket.product;
  const put = (list: Numbering[]): void => change({ product: { numbering: list } }, 'numbering');
  return (
    <Row label="Numbering" hint={numbering.length === 0 ? `1 to ${countedPages(plan.product)}` : undefined}>
      <ul className="grid gap-1">
        {numbering.map((n, i) => (
          <li key={i} className="grid grid-cols-[3.4rem_minmax(0,1fr)_3.4rem_auto] items-center gap-1">
            <CountField
              label="From place"
              value={n.from}
              onChange={(from) => put(replaced(numbering, i, { ...n, from: Math.max(1, from) }))}
            />
            <Pick
              label={`Style from place ${n.from}`}
              value={n.style}
              options={STYLES}
              onChange={(style) => put(replaced(numbering, i, { ...n, style }))}
            />
            <CountField
              label="Begins with"
              value={n.start}
              onChange={(start) => put(replaced(numbering, i, { ...n, start: Math.max(1, start) }))}
            />
            <Remove what={`numbering from place ${n.from}`} onPress={() => put(removed(numbering, i))} />
          </li>
        ))}
      </ul>
      <Add
        onPress={() =>
          put(
            numbering.length === 0
              ? [
                  { from: 1, style: 'roman', start: 1 },
                  { from: 5, style: 'arabic', start: 1 },
                ]
              : [...numbering, { from: (numbering.at(-1)?.from ?? 1) + 4, style: 'arabic', start: 1 }],
          )
        }
      >
        {numbering.length === 0 ? `Front matter ${roman(1)} to ${roman(4)}` : 'Numbered anew from'}
      </Add>
    </Row>
  );
}
