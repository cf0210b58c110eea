import { wishesAhead, type Artwork, type Docket, type ProductKind } from '../docket';
import type { Series } from '../measure';
import { layingOf } from '../lay';
import { worked } from '../pages';
import { makeUp, type Assembly, type Content, type Piece, type ProductPlans, type TooMuch } from '../makeup';
import { sheetsOf, type Sheets } from './sheets';

/** A docket planned: what is made, of which pieces, on which sheets. */
export interface Plan<K extends ProductKind = ProductKind> {
  /** What only this kind of product has. */
  readonly product: ProductPlans[K];
  readonly content: Content;
  /** By their ids, each made when it is asked for. */
  readonly pieces: Series<Piece>;
  readonly sheets: Sheets;
  /** What they come to when they are finished. */
  readonly assembly: Assembly;
  /** What there is too much of, and how much; then not all of it is laid. Null where all is. */
  readonly tooLarge: TooMuch | null;
}

/** Plans all sheets of a docket. Never throws for wishes that cannot be met: see the findings. */
export function plan<D extends Docket>(docket: D, artwork: Artwork): Plan<D['product']['kind']> {
  const { product, content, pieces, gangs, assembly, tooMany } = makeUp(
    docket,
    worked(artwork, docket.artwork),
    layingOf,
  );
  const { sheets, tooMuch } = sheetsOf(gangs, pieces, content, wishesAhead(docket.artwork));
  return {
    product: product as ProductPlans[D['product']['kind']],
    content,
    pieces,
    sheets,
    assembly,
    tooLarge: tooMany ?? tooMuch,
  };
}
