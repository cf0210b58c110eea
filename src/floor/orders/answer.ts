import { isFormat, type Desk } from './desk';
import { deskPage } from './page';

type Send = (status: number, type: string, body: string) => void;

/** Answers what is asked of the order system. @returns whether it was for it */
export function answerDesk(desk: Desk | null, method: string, url: URL, send: Send): boolean {
  if (url.pathname !== '/orders' && !url.pathname.startsWith('/orders/')) return false;
  if (!desk) {
    send(404, 'text/plain', 'There is no order system here: it does not know where to send to.');
    return true;
  }
  const state = (): void => send(200, 'application/json', JSON.stringify(desk.state()));
  const what = url.pathname.slice('/orders/'.length);
  const number = url.searchParams.get('number') ?? '';
  const doing = (work: Promise<void>): void =>
    void work.then(state, (e: Error) => send(e instanceof RangeError ? 404 : 500, 'text/plain', e.message));
  if (url.pathname === '/orders') send(200, 'text/html; charset=utf-8', deskPage());
  else if (what === 'state') state();
  else if (method !== 'POST') send(405, 'text/plain', 'This is done by POST.');
  else if (isFormat(what)) doing(desk.send(number, what));
  else if (what === 'artwork') doing(desk.handOver(number));
  else if (what === 'layout') doing(desk.fetchLayout(number));
  else send(404, 'text/plain', 'Nothing here.');
  return true;
}
