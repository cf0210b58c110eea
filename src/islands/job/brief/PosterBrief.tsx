import { formatLength, nameSize, overlapSaid, panelsSaid, posterCopiesSaid, postersSaid } from '../../../core';
import { useUnit } from '../../../ui/unit';
import { usePoster } from '../context';
import { BleedControl, CopiesControl, SizeControl, StockControl } from '../controls';
import { OverlapControl, PanelCounts } from '../docket/PosterControls';
import { CustomerWord, RunWords, DueWord } from './words';
import { Word } from './Word';

/** A poster as one plain sentence. */
export function PosterBrief() {
  const { docket, product, poster } = usePoster(({ docket, product, poster }) => ({ docket, product, poster }));
  const { unit } = useUnit();
  const { stock } = docket.sheet;
  return (
    <>
      <Word say={posterCopiesSaid(product.copies, poster).replace(/ of$/, '')} name="Copies">
        {(close) => <CopiesControl done={close} autoFocus />}
      </Word>{' '}
      of {postersSaid(poster)},{' '}
      <Word say={nameSize(product.finished, unit)} name="Finished size" after=",">
        {(close) => <SizeControl done={close} autoFocus />}
      </Word>{' '}
      <Word say={panelsSaid(poster)} name="Panels" after=",">
        {() => <PanelCounts />}
      </Word>{' '}
      {poster.panels.length > 1 && (
        <>
          <Word say={overlapSaid(product.overlap, unit)} name="Overlap" after=",">
            {(close) => <OverlapControl done={close} autoFocus />}
          </Word>{' '}
        </>
      )}
      <Word
        say={product.bleed === 0 ? 'no bleed' : `${formatLength(product.bleed, unit)} bleed`}
        name="Bleed"
        after=","
      >
        {(close) => <BleedControl done={close} autoFocus />}
      </Word>{' '}
      on{' '}
      <Word say={`${stock.name} ${stock.format}`} name="Stock" after=",">
        {(close) => <StockControl done={close} />}
      </Word>{' '}
      <RunWords /> for <CustomerWord /> by <DueWord />
    </>
  );
}
