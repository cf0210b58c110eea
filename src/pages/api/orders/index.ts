import * as z from 'zod';
import { readOrders, textOf } from '../../../core/ticket';
import { dropOrder, findOrder, receiveOrders, sql, waitingOrders } from '../../../server';
import { endpoint, json, notThere } from '../../_api';
import { BadBody, bytesOf, jsonOf, keepable, wordOf } from '../../_body';
import { orderView } from '../../_views';

/** The orders that wait for their artwork; `?number=` one order and what has become of it. */
export const GET = endpoint(async ({ url }) => {
  if (!url.searchParams.has('number')) return json((await waitingOrders(sql)).map(orderView));
  const order = await findOrder(sql, wordOf(url, 'number'));
  return order ? json(orderView(order)) : notThere();
});

/** Takes a ticket in: XJDF, JDF, CSV or JSON, told apart by what is in it. Sent again it is the same orders. */
export const POST = endpoint(async ({ request }) => {
  const orders = readOrders(textOf(await bytesOf(request)));
  if (!keepable(orders))
    throw new BadBody(400, 'The ticket holds characters that cannot be kept: a zero, or half of a pair.');
  return json({ orders: await receiveOrders(orders) }, 201);
});

/** Has an order wait for its artwork no longer, or again. */
export const PATCH = endpoint(async (context) => {
  const { waiting } = z.strictObject({ waiting: z.boolean() }).parse(await jsonOf(context));
  const number = wordOf(context.url, 'number');
  return (await dropOrder(number, !waiting)) ? json({ number, waiting }) : notThere();
});
