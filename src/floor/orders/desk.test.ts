import { createServer, type IncomingMessage } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { readOrders } from '../../core/ticket';
import { answerDesk } from './answer';
import { Desk } from './desk';
import { ORDERS } from './made-up';
import { FORMATS, ticketOf } from './tickets';

const NOW = new Date('2026-11-29T12:00:00Z');

describe('the tickets of the stand-in order system', () => {
  it.each(ORDERS.map((o) => [o.number, o] as const))('%s says the same in every format', (_, o) => {
    const facts = FORMATS.map((as) => readOrders(ticketOf(o, as, NOW).text)[0]!);
    for (const f of facts) {
      expect(f).toMatchObject({
        number: o.number,
        title: o.title,
        customer: o.customer,
        kind: o.kind,
        finished: { width: o.width, height: o.height },
        pages: o.pages,
        inks: { front: [...o.front], back: [...o.back] },
        machine: o.press,
        artwork: o.artwork,
      });
      expect(f.runs ?? [f.copies]).toEqual([...o.runs]);
    }
    expect(new Set(facts.map((f) => f.due)).size).toBe(1);
  });
});

describe('the order system', () => {
  /** What it was asked by the desk, and what it answers: a counterpart of any temper. */
  let answer: (req: IncomingMessage) => { readonly status: number; readonly body: string };
  const server = createServer((req, res) => {
    req.resume();
    const { status, body } = answer(req);
    res.writeHead(status, { 'Content-Type': 'application/json' });
    res.end(body);
  });
  let desk: Desk;
  beforeEach(async () => {
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
    desk = new Desk(`http://127.0.0.1:${(server.address() as AddressInfo).port}`, () => NOW);
  });
  afterEach(() => new Promise((done) => server.close(done)));
  const said = (number: string): string => desk.state().find((o) => o.number === number)!.said;

  it('keeps what it is answered, whatever that is', async () => {
    answer = () => ({ status: 201, body: '{"orders":[{"number":"26-118","state":"new","job":null}]}' });
    await desk.send('26-118', 'xjdf');
    expect(said('26-118')).toBe('sent as XJDF: waits for its artwork');
    answer = () => ({ status: 422, body: '{"message":"Row 2: no."}' });
    await desk.send('26-118', 'csv');
    expect(said('26-118')).toBe('Row 2: no.');
    answer = () => ({ status: 500, body: '<html>' });
    await desk.send('26-119', 'json');
    expect(said('26-119')).toBe('Odd Sparrow answers something else.');
    await expect(desk.send('1', 'json')).rejects.toThrow(RangeError);
  });

  it('answers what is asked of it alone, and odd addresses as others', () => {
    const asked = (method: string, url: string) => {
      let got: { status: number; body: string } | null = null;
      const was = answerDesk(desk, {
        req: { method, url },
        pathname: url.split('?')[0]!,
        send: (status, _, body) => (got = { status, body }),
      });
      return was ? (got as { status: number; body: string } | null) : 'not its own';
    };
    expect(asked('GET', '//')).toBe('not its own');
    expect(asked('GET', '/ordersx')).toBe('not its own');
    expect(asked('GET', '/orders')).toMatchObject({ status: 200 });
    expect(asked('GET', '/orders/state')).toMatchObject({ status: 200 });
    expect(asked('GET', '/orders/xjdf?number=%E0%A4')).toMatchObject({ status: 405 });
    expect(asked('POST', '/orders/nothing')).toMatchObject({ status: 404 });
  });
});
