import {
  loadsOf,
  lying,
  partOf,
  sentOf,
  turnFor,
  type Docket,
  type Load,
  type Machine,
  type Plan,
  type Shop,
  type Stock,
} from '../core';
import type { JobWish, Media } from '../machines';
import { nameOn } from './delivery';
import type { Delivery } from './tables/deliveries';

/** The load that a delivery is; one accepted before there were several was all of one. */
export const loadOf = (d: Delivery, planned: Plan): Load => {
  const loads = loadsOf(planned);
  const load = loads[d.run ?? 0] ?? loads[0]!;
  return (d.part && partOf(load, d.part, d.docket.send)) ?? load;
};

const sidesOf = ({ sheet }: Docket, { machine, sides }: Load): JobWish['sides'] =>
  sides === 1
    ? 'one-sided'
    : // the sheet lies with its long edge level: turned about the upright axis it comes over its short edge
      turnFor({ ...sheet, machine }) === 'turn'
      ? 'two-sided-short-edge'
      : 'two-sided-long-edge';

/**
 * What pages are printed on. A tray is named only where the job and the shop agree on what lies in it: trays may have
 * been loaded anew since the job was planned, and then the printer looks for the stock itself.
 */
function mediaOf(stock: Stock, machine: Machine, shop: Shop): Media {
  const sheet = lying(stock);
  const source = (trays: Machine['trays'] | undefined): string | null =>
    trays?.find((t) => t.stock === stock.id)?.source ?? null;
  const here = source(machine.trays);
  const agreed = here === source(shop.machines.find((m) => m.id === machine.id)?.trays);
  return {
    width: sheet.height,
    height: sheet.width,
    grammage: stock.grammage,
    name: stock.name,
    source: agreed ? here : null,
  };
}

/** What is asked of the printer for a load. */
export function wishOf(d: Delivery, load: Load, shop: Shop): JobWish {
  const [first, ...others] = load.stocks;
  return {
    name: nameOn(d),
    copies: sentOf(load, d.docket.send).times,
    sides: sidesOf(d.docket, load),
    media: mediaOf(first!.stock, load.machine, shop),
    // sheets to pages of the document: one or two each
    otherMedia: others
      .filter((o) => o.stock.id !== first!.stock.id)
      .map((o) => ({
        from: (o.from - 1) * load.sides + 1,
        to: o.to * load.sides,
        media: mediaOf(o.stock, load.machine, shop),
      })),
    hold: d.docket.send.hold,
  };
}
