import type { IncomingMessage } from 'node:http';
import { isFormat, type Desk } from './desk';
import { deskPage } from './page';

/** What is asked, as the server has it: an address that is none has a path all the same. */
interface Asked {
  readonly req: Pick<IncomingMessage, 'method' | 'url'>;
  readonly pathname: string;
  readonly send: (status: number, type: string, body: string) => void;
}

/** Answers what is asked of the order system. @returns whether it was for it */
export function answerDesk(desk: Desk | null, { req, pathname, send }: Asked): boolean {
  if (pathname !== '/orders' && !pathname.startsWith('/orders/')) return false;
  if (!desk) {
    send(404, 'text/plain', 'There is no order system here: it does not know where to send to.');
    return true;
  }
  const state = (): void => send(200, 'application/json', JSON.stringify(desk.state()));
  const what = pathname.slice('/orders/'.length);
  const number = new URLSearchParams((req.url ?? '').split('?')[1] ?? '').get('number') ?? '';
  const doing = (work: Promise<void>): void =>
    void work.then(state, (e: Error) => send(e instanceof RangeError ? 404 : 500, 'text/plain', e.message));
  if (pathname === '/orders') send(200, 'text/html; charset=utf-8', deskPage());
  else if (what === 'state') state();
  else if (req.method !== 'POST') send(405, 'text/plain', 'This is done by POST.');
  else if (isFormat(what)) doing(desk.send(number, what));
  else if (what === 'artwork') doing(desk.handOver(number));
  else if (what === 'layout') doing(desk.fetchLayout(number));
  else send(404, 'text/plain', 'Nothing here.');
  return true;
}
