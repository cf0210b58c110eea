import * as z from 'zod';
import { firstProblem, nesting, type OrderFacts } from '../docket';
import { besides } from './besides';
import { readCsv } from './csv-read';
import { TicketError } from './error';
import { readJdf } from './jdf-read';
import { factsFrom, type Loose } from './loose';
import { readXjdf } from './xjdf-read';
import { readXml } from './xml';

/** Orders in one breath at most. */
const MOST_ORDERS = 1000;
const DEEPEST = 20;

/**
 * Reads orders from a ticket by what is in it: XJDF or JDF (one order each), JSON (one or a list), CSV (a row each).
 * @throws TicketError in words that say where and what to do
 */
export function readOrders(text: string): OrderFacts[] {
  const plain = text.replace(/^\uFEFF/, '').trim();
  try {
    const orders = ordersIn(plain);
    if (orders.length > MOST_ORDERS) throw tooMany();
    const twice = orders.find((o, i) => orders.findIndex((p) => p.number === o.number) !== i);
    if (twice) throw new TicketError(`Order ${twice.number} is there twice.`);
    return orders;
  } catch (e) {
    if (e instanceof z.ZodError) throw new TicketError(firstProblem(e));
    throw e;
  }
}

const tooMany = (): TicketError => new TicketError(`These are more than ${MOST_ORDERS} orders. Send fewer at a time.`);

function ordersIn(text: string): OrderFacts[] {
  if (text === '') throw new TicketError('The ticket is empty.');
  if (text.startsWith('<')) return [xmlOrder(text)];
  if (text.startsWith('{') || text.startsWith('[')) return jsonOrders(text);
  return readCsv(text);
}

function xmlOrder(text: string): OrderFacts {
  const root = readXml(text);
  const read = { XJDF: readXjdf, JDF: readJdf }[root.name];
  if (read) {
    const loose = read(root);
    const more = besides(root);
    return factsFrom(more.length > 0 ? { ...loose, more } : loose);
  }
  throw new TicketError(`This is XML, but no ticket: it begins with ${root.name}, not with XJDF or JDF.`);
}

function jsonOrders(text: string): OrderFacts[] {
  if (nesting(text) > DEEPEST) throw new TicketError('The order is nested too deeply to be one.');
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (e) {
    throw new TicketError(`The order is not JSON: ${(e as Error).message}.`);
  }
  const list = Array.isArray(data) ? data : [data];
  if (list.length > MOST_ORDERS) throw tooMany();
  if (list.length === 0) throw new TicketError('There is no order in the list.');
  return list.map((order: unknown, i) => {
    const where = list.length > 1 ? `Order ${i + 1}: ` : '';
    if (typeof order !== 'object' || order === null || Array.isArray(order))
      throw new TicketError(`${where}An order is an object: {"number": "26-118", "copies": 500}.`);
    return factsFrom(order as Loose, where);
  });
}

/**
 * The text of a ticket's bytes: UTF-8 or UTF-16, or what an XML declaration says (XML 1.0, appendix F); of what is none of
 * them, Windows-1252.
 * @throws TicketError where the declaration names an encoding that nobody knows
 */
export function textOf(bytes: Uint8Array): string {
  const start = [...bytes.subarray(0, 2)];
  if (start[0] === 0xff && start[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  if (start[0] === 0xfe && start[1] === 0xff) return new TextDecoder('utf-16be').decode(bytes);
  const declared = /^[^<]{0,3}<\?xml[^>]*encoding=["']([\w.-]+)["']/.exec(
    new TextDecoder('windows-1252').decode(bytes.subarray(0, 200)),
  )?.[1];
  try {
    return new TextDecoder(declared ?? 'utf-8', { fatal: declared === undefined }).decode(bytes);
  } catch (e) {
    if (e instanceof RangeError)
      throw new TicketError(`The ticket says that it is written in ${declared}, which nobody knows here.`);
    return new TextDecoder('windows-1252').decode(bytes);
  }
}
