import { formatLength, rulesOf, type Docket } from '../../../core';
import { Choice, Pick } from '../../../ui/choices';
import { LengthField, Row } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useBook, useJob } from '../context';
import { machineOptions, stockOptions } from '../wishes';

type Cover = Docket['product']['cover'];

/** Where the cover comes from: the text itself, or its own stock with pages of the text or of another file. */
export function CoverSource({ done }: { readonly done?: () => void }) {
  const { docket, change } = useBook(({ docket, change }) => ({ docket, change }));
  const shop = useJob((s) => s.shop);
  const { cover } = docket.product;
  const heavy =
    [...shop.stocks]
      .filter((s) => s.width * s.height >= docket.sheet.stock.width * docket.sheet.stock.height)
      .sort((a, b) => b.grammage - a.grammage)[0] ?? docket.sheet.stock;
  const take = (key: string): void => {
    if (key === 'self') change({ product: { cover: { kind: 'self' } } }, 'no cover of its own');
    else {
      const from = key === 'text' ? ('text' as const) : Number(key);
      const now: Cover =
        cover.kind === 'separate'
          ? { ...cover, from }
          : {
              kind: 'separate',
              from,
              stock: heavy,
              machine: null,
              printed: 'both',
              flaps: 0,
              hinge: 6,
              spine: null,
            };
      change({ product: { cover: now } }, 'cover on its own stock');
    }
    done?.();
  };
  return (
    <Pick
      label="Cover"
      value={cover.kind === 'self' ? 'self' : String(cover.from)}
      options={[
        { key: 'self', label: 'On the text’s stock' },
        { key: 'text', label: 'Own stock, first and last pages' },
        ...docket.artwork.more.map((f, i) => ({ key: String(i + 1), label: `Own stock, from ${f.name}` })),
      ]}
      onChange={take}
    />
  );
}

/** The cover: where it comes from, its stock and machine, which sides, flaps, hinge and spine. */
export function CoverControls() {
  const { docket, change, plan } = useBook(({ docket, change, plan }) => ({ docket, change, plan }));
  const shop = useJob((s) => s.shop);
  const { unit } = useUnit();
  const { cover, binding } = docket.product;
  const rules = rulesOf(binding);
  if (rules.cover === 'none') return null;
  const patch = (p: Partial<Extract<Cover, { kind: 'separate' }>>, label: string): void =>
    change({ product: { cover: p } }, label);
  const flat = rules.flatSpine;
  return (
    <>
      <Row
        label="Cover"
        hint={
          plan.product.spine ? (
            <>
              spine {formatLength(plan.product.spine.width, unit, 2)}: {plan.product.spine.sum}
            </>
          ) : undefined
        }
      >
        <CoverSource />
      </Row>
      {cover.kind === 'separate' && (
        <>
          <Row label="Cover stock">
            <Pick
              label="Cover stock"
              value={cover.stock.id}
              options={stockOptions(shop, cover.stock)}
              onChange={(id) => {
                const stock = shop.stocks.find((s) => s.id === id);
                if (stock) patch({ stock }, `cover on ${stock.name} ${stock.format}`);
              }}
            />
          </Row>
          {shop.machines.length > 1 && (
            <Row label="Cover machine">
              <Pick
                label="Cover machine"
                value={cover.machine?.id ?? 'text'}
                options={[
                  { key: 'text', label: `As the text, ${docket.sheet.machine.name}` },
                  ...machineOptions(shop, docket.sheet.machine),
                ]}
                onChange={(id) => patch({ machine: shop.machines.find((m) => m.id === id) ?? null }, 'cover machine')}
              />
            </Row>
          )}
          <Row label="Printed">
            <Choice
              label="Cover printed"
              value={cover.printed}
              options={[
                { key: 'both', label: 'Both sides' },
                { key: 'outside', label: 'Outside only' },
              ]}
              onChange={(printed) => patch({ printed }, `cover printed ${printed}`)}
            />
          </Row>
          {flat && (
            <Row label="Flaps, hinge" hint="width of a flap; from the spine to the hinge score">
              <span className="flex gap-2">
                <LengthField
                  label="Flaps"
                  value={cover.flaps}
                  unit={unit}
                  max={300}
                  onChange={(flaps) => patch({ flaps }, 'cover flaps')}
                />
                <LengthField
                  label="Hinge"
                  value={cover.hinge}
                  unit={unit}
                  max={30}
                  onChange={(hinge) => patch({ hinge }, 'cover hinge')}
                />
              </span>
            </Row>
          )}
          {flat && (
            <Row label="Spine measured" hint="0 for reckoned">
              <LengthField
                label="Spine measured"
                value={cover.spine ?? 0}
                unit={unit}
                max={200}
                onChange={(mm) => patch({ spine: mm > 0 ? mm : null }, mm > 0 ? 'spine measured' : 'spine reckoned')}
              />
            </Row>
          )}
        </>
      )}
    </>
  );
}
