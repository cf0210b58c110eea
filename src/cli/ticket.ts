import { closeSync, openSync, readFileSync, rmSync, writeFileSync, writeSync } from 'node:fs';
import { basename, dirname, relative, resolve } from 'node:path';
import {
  colourProfile,
  newDocket,
  orderedDocket,
  plan,
  StoredShop,
  firstProblem,
  type Docket,
  type Shop,
} from '../core';
import { layoutWritten, readOrders, textOf, TicketError, type LayoutFormat } from '../core/ticket';
import { Complaint, docketFrom, withFile, withRecords, type OfRecords } from './inputs';
import { load, threadFor } from './load';

/** A layout to be written of a docket. */
export interface LayingOut extends OfRecords {
  readonly docket: string;
  readonly output: string;
  readonly as: LayoutFormat;
  /** PPF: with previews of its inks. */
  readonly previews?: boolean;
  readonly worker: string;
}

/** Writes a docket's layout as a ticket, sheet by sheet. @throws Complaint */
export async function layOut(it: LayingOut): Promise<void> {
  if (it.previews && it.as !== 'ppf') throw new Complaint('Previews of inks go into PPF: --as ppf --previews.');
  const docket = withRecords(docketFrom(it.docket), it);
  const hands = threadFor(it.worker);
  try {
    await load(hands, it.docket, docket, async ({ artwork, album, rows, sources: [source, ...more] }) => {
      const planned = plan(docket, artwork);
      if (planned.tooLarge)
        throw new Complaint(`${it.docket}: the job is too large to be laid in one; “plan” says what would do.`);
      if (it.previews) {
        const profile = colourProfile(docket) ? (await import('./profile')).profileFor(it.docket, docket) : null;
        const job = { docket, artwork, source: source!, more, album, rows, profile, previews: true, hashed: false };
        await hands.run('impose', { ...job, out: resolve(it.output), durable: false });
        return;
      }
      withFile(it.output, () => {
        const file = openSync(it.output, 'w');
        try {
          for (const piece of layoutWritten(it.as, docket, planned, artwork)) writeSync(file, piece);
        } catch (e) {
          rmSync(it.output, { force: true });
          throw e;
        } finally {
          closeSync(file);
        }
      });
    });
  } finally {
    await hands.close();
  }
}

/** A docket to be made of an order. */
export interface Ordering {
  readonly ticket: string;
  readonly artwork: string;
  readonly shop: string;
  readonly output: string;
  readonly number?: string;
  readonly worker: string;
}

/** Makes a docket of a ticket and the artwork that came for it, as the application does. @throws Complaint */
export async function order(it: Ordering): Promise<void> {
  const facts = orderIn(it);
  const shop = shopIn(it.shop);
  const file = { name: basename(it.artwork), path: relative(dirname(resolve(it.output)), resolve(it.artwork)) };
  const hands = threadFor(it.worker);
  const today = new Date().toISOString().slice(0, 10);
  try {
    // what is loaded is loaded for a docket: one that has the artwork, and no wishes yet
    const bare: Docket = newDocket('Order', file, { pages: [], kind: 'pdf', inks: [], notes: [] }, shop, today);
    await load(hands, resolve(it.output), bare, ({ artwork }) => {
      const docket = orderedDocket(facts, file.name, file, artwork, shop, today);
      withFile(it.output, () => writeFileSync(it.output, `${JSON.stringify(docket, null, 2)}\n`));
    });
  } finally {
    await hands.close();
  }
}

/** @throws Complaint */
function orderIn({ ticket, number }: Pick<Ordering, 'ticket' | 'number'>) {
  try {
    const orders = readOrders(textOf(withFile(ticket, () => readFileSync(ticket))));
    if (number === undefined && orders.length > 1)
      throw new Complaint(`${ticket} has ${orders.length} orders: say which by --number.`);
    const found = number === undefined ? orders[0] : orders.find((o) => o.number === number);
    if (!found) throw new Complaint(`${ticket} has no order ${number}.`);
    return found;
  } catch (e) {
    if (e instanceof TicketError) throw new Complaint(`${ticket}: ${e.message}`);
    throw e;
  }
}

/** @throws Complaint */
function shopIn(path: string): Shop {
  let data: unknown;
  try {
    data = JSON.parse(withFile(path, () => readFileSync(path, 'utf8')));
  } catch (e) {
    if (e instanceof SyntaxError) throw new Complaint(`${path} is not JSON: ${e.message}.`);
    throw e;
  }
  const result = StoredShop.safeParse(data);
  if (!result.success) throw new Complaint(`${path}: ${firstProblem(result.error)}`);
  if (result.data.stocks.length === 0 || result.data.machines.length === 0)
    throw new Complaint(`${path}: a shop has at least one stock and one machine.`);
  return result.data;
}
