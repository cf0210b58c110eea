import { coverPatch, formatLength, rulesOf, type BoundProduct } from '../../../core';
import { Choice, Pick } from '../../../ui/choices';
import { LengthField, Row } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useBook, useJob } from '../context';
import { CoverDrop } from './CoverDrop';
import { machineOptions, stockOptions } from '../wishes';

type Cover = BoundProduct['cover'];

/** Where the cover comes from: the text itself, or its own stock with pages of the text or of another file. */
export function CoverSource({ done }: { readonly done?: () => void }) {
  const { docket, change } = useBook(({ docket, change }) => ({ docket, change }));
  const { shop, artwork } = useJob(({ shop, artwork }) => ({ shop, artwork }));
  const { cover } = docket.product;
  const take = (key: string): void => {
    if (key === 'self') change({ product: { cover: { kind: 'self' } } }, 'no cover of its own');
    else change(coverPatch(docket, artwork, key === 'text' ? 'text' : Number(key), shop), 'cover on its own stock');
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

type OwnCover = Extract<Cover, { kind: 'separate' }>;
interface OwnCoverProps {
  readonly cover: OwnCover;
  readonly put: (patch: Partial<OwnCover>, label: string) => void;
}

/** A cover's stock and machine, and which of its sides are printed. */
function OwnStock({ cover, put }: OwnCoverProps) {
  const machine = useBook((s) => s.docket.sheet.machine);
  const shop = useJob((s) => s.shop);
  return (
    <>
      <Row label="Cover stock">
        <Pick
          label="Cover stock"
          value={cover.stock.id}
          options={stockOptions(shop, cover.stock)}
          onChange={(id) => {
            const stock = shop.stocks.find((s) => s.id === id);
            if (stock) put({ stock }, `cover on ${stock.name} ${stock.format}`);
          }}
        />
      </Row>
      {shop.machines.length > 1 && (
        <Row label="Cover machine">
          <Pick
            label="Cover machine"
            value={cover.machine?.id ?? 'text'}
            options={[{ key: 'text', label: `As the text, ${machine.name}` }, ...machineOptions(shop, machine)]}
            onChange={(id) => put({ machine: shop.machines.find((m) => m.id === id) ?? null }, 'cover machine')}
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
          onChange={(printed) => put({ printed }, `cover printed ${printed}`)}
        />
      </Row>
    </>
  );
}

/** What a cover with a flat spine has: flaps, hinges, the width of its spine. */
function SpineFields({ cover, put }: OwnCoverProps) {
  const { unit } = useUnit();
  return (
    <>
      <Row label="Flaps, hinge" hint="width of a flap; from the spine to the hinge score">
        <span className="flex gap-2">
          <LengthField
            label="Flaps"
            value={cover.flaps}
            unit={unit}
            max={300}
            onChange={(flaps) => put({ flaps }, 'cover flaps')}
          />
          <LengthField
            label="Hinge"
            value={cover.hinge}
            unit={unit}
            max={30}
            onChange={(hinge) => put({ hinge }, 'cover hinge')}
          />
        </span>
      </Row>
      <Row label="Spine measured" hint="0 for reckoned">
        <LengthField
          label="Spine measured"
          value={cover.spine ?? 0}
          unit={unit}
          max={200}
          onChange={(mm) => put({ spine: mm > 0 ? mm : null }, mm > 0 ? 'spine measured' : 'spine reckoned')}
        />
      </Row>
    </>
  );
}

/** The cover: where it comes from, its stock and machine, which sides, flaps, hinge and spine. */
export function CoverControls() {
  const { product, change, plan } = useBook(({ docket, change, plan }) => ({ product: docket.product, change, plan }));
  const { unit } = useUnit();
  const { cover, binding } = product;
  const rules = rulesOf(binding);
  if (rules.cover === 'none') return null;
  const put: OwnCoverProps['put'] = (p, label) => change({ product: { cover: p } }, label);
  const { spine } = plan.product;
  return (
    <>
      <Row
        label="Cover"
        hint={
          spine ? (
            <>
              spine {formatLength(spine.width, unit, 2)}: {spine.sum[unit]}
            </>
          ) : undefined
        }
      >
        <CoverSource />
        <CoverDrop />
      </Row>
      {cover.kind === 'separate' && (
        <>
          <OwnStock cover={cover} put={put} />
          {rules.flatSpine && <SpineFields cover={cover} put={put} />}
        </>
      )}
    </>
  );
}
