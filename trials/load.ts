/** Fifty people at once: each changes a job of their own and listens to what the others do. */
import { parseArgs } from 'node:util';
import { megabytes, newJob, pause, post, quantile, startFresh, table } from './shared';

const { values } = parseArgs({
  options: {
    clients: { type: 'string', default: '50' },
    minutes: { type: 'string', default: '3' },
    think: { type: 'string', default: '200' },
  },
});
const clients = Number(values.clients);
const until = Date.now() + Number(values.minutes) * 60_000;
const think = Number(values.think);

const app = await startFresh('load', 4600);
const took: number[] = [];
const statuses = new Map<number, number>();
let heard = 0;
let most = 0;
const memory = setInterval(() => (most = Math.max(most, megabytes(app.server.pid))), 1000);

async function listen(signal: AbortSignal): Promise<void> {
  const res = await fetch(`${app.address}/api/events`, { signal });
  for await (const chunk of res.body as unknown as AsyncIterable<Uint8Array>)
    heard += Buffer.from(chunk).toString().split('data: ').length - 1;
}

async function person(id: string): Promise<void> {
  let base = 1;
  for (let n = 0; Date.now() < until; n++) {
    const from = performance.now();
    const res = await post(`${app.address}/api/jobs/${id}/changes`, {
      base,
      patch: { product: { copies: 100 + (n % 900) } },
      label: `${100 + (n % 900)} copies`,
    }).catch(() => null);
    took.push(performance.now() - from);
    statuses.set(res?.status ?? 0, (statuses.get(res?.status ?? 0) ?? 0) + 1);
    const job = (await res?.json().catch(() => null)) as { version?: number } | null;
    if (job?.version) base = job.version;
    if (think > 0) await pause(think * (0.5 + Math.random()));
  }
}

try {
  const jobs: string[] = [];
  for (let i = 0; i < clients; i++) jobs.push(await newJob(app.address, `load ${i}`, 12 + 4 * (i % 8)));
  const ears = new AbortController();
  const listening = jobs.map(() => listen(ears.signal).catch(() => undefined));
  const begun = Date.now();
  await Promise.all(jobs.map(person));
  const seconds = (Date.now() - begun) / 1000;
  ears.abort();
  await Promise.all(listening);
  const wrong = [...statuses].filter(([status]) => status !== 200);
  console.log(
    table([
      ['people', clients],
      ['minutes', Math.round((seconds / 60) * 10) / 10],
      ['changes', took.length],
      ['changes a second', Math.round(took.length / seconds)],
      ['p50', `${Math.round(quantile(took, 0.5))} ms`],
      ['p99', `${Math.round(quantile(took, 0.99))} ms`],
      ['slowest', `${Math.round(Math.max(...took))} ms`],
      ['answers that were not 200', wrong.map(([s, n]) => `${n} × ${s}`).join(', ') || 'none'],
      ['events heard', heard],
      ['memory of the server at most', `${most} MB`],
    ]),
  );
  process.exitCode = wrong.length === 0 && quantile(took, 0.99) < 300 ? 0 : 1;
} finally {
  clearInterval(memory);
  await app.stop();
}
