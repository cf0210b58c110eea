import { copiesSaid, formatLength, nameSize, orderSaid, piecesSaid, stocksSaid, varies } from '../../../core';
import { useUnit } from '../../../ui/unit';
import { useFlat } from '../context';
import { BleedControl, CopiesControl, SizeControl, StockControl } from '../controls';
import { OrderControl, Quantities, SidesControl } from '../docket/FlatControls';
import { RecordsControl } from '../imprint/RecordsControl';
import { Word } from './Word';
import { TailWords } from './words';

/** Flat work as one plain sentence. */
export function FlatBrief() {
  const { docket, plan } = useFlat(({ docket, plan }) => ({ docket, plan }));
  const { unit } = useUnit();
  const { product } = docket;
  const pieces = plan.product.sets.length;
  const of = copiesSaid(product, plan);
  // of numbers it is how many there are that is changed
  const numbered = varies(docket.imprint) && !docket.imprint.table && product.copies === 1;
  return (
    <>
      <Word say={of.replace(/ of$/, '')} name="Copies">
        {(close) =>
          product.quantities.length > 0 ? (
            <Quantities />
          ) : numbered ? (
            <RecordsControl done={close} autoFocus />
          ) : (
            <CopiesControl done={close} autoFocus />
          )
        }
      </Word>{' '}
      of{' '}
      <Word say={piecesSaid(product, plan)} name="Sides" after=",">
        {(close) => <SidesControl done={close} />}
      </Word>{' '}
      <Word say={nameSize(product.finished, unit)} name="Finished size" after=",">
        {(close) => <SizeControl done={close} autoFocus />}
      </Word>{' '}
      <Word
        say={product.bleed === 0 ? 'no bleed' : `${formatLength(product.bleed, unit)} bleed`}
        name="Bleed"
        after=","
      >
        {(close) => <BleedControl done={close} autoFocus />}
      </Word>{' '}
      {product.mirrored && 'mirrored, '}
      on{' '}
      <Word say={stocksSaid(docket)} name="Stock" after=",">
        {(close) => <StockControl done={close} />}
      </Word>{' '}
      {pieces > 1 && (
        <>
          <Word say={orderSaid(product)} name="Order" after=",">
            {(close) => <OrderControl done={close} />}
          </Word>{' '}
        </>
      )}
      <TailWords />
    </>
  );
}
