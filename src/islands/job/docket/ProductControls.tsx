import { bleedsOf, formatLength, formatNumber, nameSize } from '../../../core';
import { Choice, Pick, Toggle } from '../../../ui/choices';
import { CountField, LengthField, Row, SizeField, Entry } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useJob } from '../context';

/** What is made: copies, size, bound edge, bleed, blanks, creep. */
export function ProductControls() {
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
