import { artworkOf } from './artwork';
import { ORDERS, dueDay, type MadeUp } from './made-up';
import { FORMATS, ticketOf, type Format } from './tickets';

/** A stand-in order system: it sends real tickets to Odd Sparrow, hands artwork over by itself, and fetches the layout. */

/** What it has been answered about an order, in words. */
interface Known {
  readonly said: string;
  readonly job: { readonly id: string; readonly number: number } | null;
  readonly layout: string | null;
}

export class Desk {
  private readonly known = new Map<string, Known>();

  /** @param application where Odd Sparrow answers: `http://127.0.0.1:4380` */
  constructor(
    readonly application: string,
    private readonly now: () => Date = () => new Date(),
  ) {}

  /** What its page shows. */
  state() {
    return ORDERS.map((o) => ({
      number: o.number,
      title: o.title,
      customer: o.customer,
      due: dueDay(o, this.now()),
      made: `${o.runs.join(' + ')} × ${o.width} × ${o.height} mm, ${o.front.length}/${o.back.length}, ${o.press}`,
      ...(this.known.get(o.number) ?? { said: 'not sent yet', job: null, layout: null }),
      at: this.application,
    }));
  }

  /** Sends an order's ticket. @throws RangeError where there is none */
  async send(number: string, as: Format): Promise<void> {
    const order = orderBy(number);
    const { type, text } = ticketOf(order, as, this.now());
    await this.asking(number, async () => {
      const body = await this.ask('/api/orders', { method: 'POST', headers: { 'Content-Type': type }, body: text });
      const [got] = body.orders as { state: string; job: Known['job'] }[];
      return {
        said: got!.job ? `is job ${got!.job.number}` : `sent as ${as.toUpperCase()}: waits for its artwork`,
        job: got!.job,
      };
    });
  }

  /** Hands an order's artwork over. @throws RangeError where there is none */
  async handOver(number: string): Promise<void> {
    const order = orderBy(number);
    const pdf = await artworkOf(order);
    await this.asking(number, async () => {
      const query = `name=${encodeURIComponent(order.artwork)}&order=${encodeURIComponent(number)}`;
      await this.ask(`/api/jobs?${query}`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/pdf' },
        body: new Uint8Array(pdf),
      });
      const { job } = await this.ask(`/api/orders?number=${encodeURIComponent(number)}`);
      return { said: `is job ${(job as { number: number }).number}`, job: job as Known['job'] };
    });
  }

  /** Fetches the layout that was made of an order, and counts what is in it. @throws RangeError where there is none */
  async fetchLayout(number: string): Promise<void> {
    orderBy(number);
    await this.asking(number, async () => {
      const { job } = await this.ask(`/api/orders?number=${encodeURIComponent(number)}`);
      if (!job) return { said: 'waits for its artwork', job: null };
      const { id } = job as { id: string };
      const res = await fetch(`${this.application}/api/jobs/${id}/layout?as=xjdf`, {
        signal: AbortSignal.timeout(30_000),
      });
      const text = await res.text();
      if (!res.ok) throw new Error(messageIn(text));
      const sheets = new Set([...text.matchAll(/SheetName="([^"]+)" Side=/g)].map((m) => m[1])).size;
      const pages = [...text.matchAll(/<PlacedObject [^>]*\bOrd="/g)].length;
      return {
        job: job as Known['job'],
        layout: `${sheets} ${sheets === 1 ? 'sheet' : 'sheets'}, ${pages} pages placed`,
      };
    });
  }

  /** Does something about an order, and keeps what came of it. */
  private async asking(number: string, work: () => Promise<Partial<Known>>): Promise<void> {
    const before = this.known.get(number) ?? { said: 'not sent yet', job: null, layout: null };
    try {
      this.known.set(number, { ...before, ...(await work()) });
    } catch (e) {
      this.known.set(number, { ...before, said: (e as Error).message });
    }
  }

  private async ask(path: string, init?: RequestInit): Promise<Record<string, unknown>> {
    const res = await fetch(`${this.application}${path}`, { ...init, signal: AbortSignal.timeout(30_000) });
    const text = await res.text();
    if (!res.ok) throw new Error(messageIn(text));
    return JSON.parse(text) as Record<string, unknown>;
  }
}

function messageIn(text: string): string {
  try {
    return String((JSON.parse(text) as { message?: string }).message);
  } catch {
    return 'Odd Sparrow answers something else.';
  }
}

function orderBy(number: string): MadeUp {
  const order = ORDERS.find((o) => o.number === number);
  if (!order) throw new RangeError(`There is no order ${number}.`);
  return order;
}

export const isFormat = (as: string): as is Format => (FORMATS as readonly string[]).includes(as);
