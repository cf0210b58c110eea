import { Away, Refused } from '../../ui/client';

/** What can be a ticket, by the endings of its name. */
export const TICKET_TYPES: readonly string[] = ['.xjdf', '.jdf', '.xml', '.csv', '.json'];

/** Whether a file is meant as a ticket. */
export const isTicket = (name: string): boolean => TICKET_TYPES.some((t) => name.toLowerCase().endsWith(t));

interface Received {
  readonly number: string;
  readonly state: 'new' | 'changed' | 'same';
  readonly job: { readonly number: number } | null;
}

/** What has become of a ticket's orders, in a few words: `order 26-118 waits for its artwork`. */
export function receivedSaid(orders: readonly Received[]): string {
  const waiting = orders.filter((o) => !o.job);
  const said = waiting.length === 1 ? `order ${waiting[0]!.number} waits` : `${waiting.length} orders wait`;
  const jobs = orders.flatMap((o) => (o.job ? [`order ${o.number} is job ${o.job.number}`] : []));
  return [
    ...(waiting.length > 0 ? [`${said} for ${waiting.length === 1 ? 'its' : 'their'} artwork`] : []),
    ...jobs.slice(0, 3),
    ...(jobs.length > 3 ? [`${jobs.length - 3} more are jobs`] : []),
  ].join('; ');
}

/** Sends a ticket; sent twice it is the same orders. @returns what has become of them, in words @throws Refused, Away */
export async function sendTicket(file: File): Promise<string> {
  let res: Response;
  try {
    // whatever its ending promises, it is told by what is in it
    res = await fetch('/api/orders', {
      method: 'POST',
      headers: { 'Content-Type': 'application/octet-stream' },
      body: await file.arrayBuffer(),
    });
  } catch {
    throw new Away();
  }
  const data = (await res.json().catch(() => ({}))) as Record<string, unknown>;
  if (!res.ok) throw new Refused(res.status, String(data.message ?? `The server answered ${res.status}.`), data);
  return receivedSaid(data.orders as Received[]);
}
