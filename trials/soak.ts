/**
 * People work, and things end without warning: the server, the press and the database are killed by turns, again and
 * again, under npm start's own watch. At the end everything accepted must be there, and printed once.
 */
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { parseArgs } from 'node:util';
import { megabytes, newJob, pause, post, startFresh, table } from './shared';

const { values } = parseArgs({
  options: { minutes: { type: 'string', default: '3' }, people: { type: 'string', default: '4' } },
});
const until = Date.now() + Number(values.minutes) * 60_000;
const app = await startFresh('soak', 4700, { watched: true, factor: 2000 });

const accepted = new Set<string>();
const saved = new Map<string, number>();
const counts = { sends: 0, changes: 0, kills: 0, unanswered: 0 };
let memory = 0;

const healthy = async (): Promise<boolean> =>
  fetch(`${app.address}/api/health`).then(
    (r) => r.ok,
    () => false,
  );
/** Asks until there is an answer, under one name. */
async function surely(url: string, body: object): Promise<{ status: number; data: Record<string, unknown> }> {
  for (;;) {
    const res = await post(url, body).catch(() => null);
    if (res && res.status < 500) return { status: res.status, data: (await res.json()) as Record<string, unknown> };
    counts.unanswered++;
    await pause(250);
  }
}

async function person(n: number): Promise<void> {
  let id = '';
  while (!id) id = await newJob(app.address, `soak ${n}`, 8 + 4 * n).catch(() => pause(300).then(() => ''));
  let base = 1;
  for (let i = 1; Date.now() < until; i++) {
    const copies = 1 + (i % 9);
    const changed = await surely(`${app.address}/api/jobs/${id}/changes`, {
      base,
      patch: { product: { copies } },
      label: `${copies} copies`,
      id: randomUUID(),
    });
    if (changed.status === 200) {
      base = changed.data.version as number;
      saved.set(id, copies);
      counts.changes++;
    }
    const sent = await surely(`${app.address}/api/jobs/${id}/deliveries`, { base, id: randomUUID() });
    if (sent.status === 202) for (const d of sent.data.ids as string[]) accepted.add(d);
    counts.sends++;
    await pause(200 + 400 * Math.random());
  }
}

/** Kills one of the three, as a power cut would. */
async function killer(): Promise<void> {
  while (Date.now() < until - 5_000) {
    await pause(1500 + 4000 * Math.random());
    const which = counts.kills % 3;
    try {
      if (which === 0) app.server.kill('SIGKILL');
      else if (which === 1) app.floorChild.kill('SIGKILL');
      else
        process.kill(
          Number(readFileSync(join(app.dataFolder, 'postgres/cluster/postmaster.pid'), 'utf8').split('\n')[0]),
          'SIGKILL',
        );
      counts.kills++;
    } catch {
      // it is just being started again
    }
    memory = Math.max(memory, megabytes(app.server.pid));
  }
}

/** What the press has printed: job by job, with the mark in its name. It forgets what ended long ago, so it is watched. */
const printedJobs = new Map<number, string>();
function lookAtPress(): void {
  const spool = join(app.dataFolder, 'floor', 'plover');
  for (const name of readdirSync(spool).filter((n) => /^\d+\.json$/.test(n))) {
    try {
      const job = JSON.parse(readFileSync(join(spool, name), 'utf8')) as { id: number; name: string; state: string };
      const id = /\[([^\]]*)\]$/.exec(job.name)?.[1];
      if (id && job.state === 'completed') printedJobs.set(job.id, id);
    } catch {
      // forgotten between the list and the look
    }
  }
}
const looking = setInterval(lookAtPress, 300);

interface Told {
  readonly id: string;
  readonly state: string;
}
try {
  await Promise.all([killer(), ...Array.from({ length: Number(values.people) }, (_, n) => person(n))]);
  for (let i = 0; i < 120 && !(await healthy()); i++) await pause(500);
  const { Client } = (await import('pg')).default;
  const db = new Client({ connectionString: app.databaseUrl });
  await db.connect();
  const deliveries = async (): Promise<Told[]> => (await db.query<Told>('select id, state from deliveries')).rows;
  let told: Told[] = [];
  const open = ['preparing', 'sending', 'pending', 'held', 'processing', 'stopped'];
  for (let i = 0; i < 240; i++) {
    told = await deliveries();
    if (!told.some((d) => open.includes(d.state))) break;
    await pause(1000);
  }
  const kept = (
    await db.query<{ id: string; copies: number }>(
      `select j.id, (s.docket->'product'->>'copies')::int as copies from jobs j join steps s on s.job_id = j.id and s.seq = j.position`,
    )
  ).rows;
  await db.end();
  lookAtPress();
  const printed = new Map<string, number>();
  for (const id of printedJobs.values()) printed.set(id, (printed.get(id) ?? 0) + 1);
  const by = (state: string): number => told.filter((d) => d.state === state).length;
  const doubled = [...printed.values()].filter((n) => n > 1).length;
  const lost = [...accepted].filter((id) => !told.some((d) => d.id === id)).length;
  const stuck = told.filter((d) => open.includes(d.state)).length;
  const orphans = readdirSync(join(app.dataFolder, 'out')).filter((n) => n.startsWith('delivery-')).length;
  const forgotten = kept.filter((j) => saved.has(j.id) && saved.get(j.id) !== j.copies).length;
  console.log(
    table([
      ['minutes', values.minutes!],
      ['kills of server, press and database', counts.kills],
      ['changes saved', counts.changes],
      ['sends accepted', accepted.size],
      ['requests without an answer, asked again', counts.unanswered],
      ['completed', by('completed')],
      ['told as not known', by('unsure')],
      ['given up', by('aborted')],
      ['lost', lost],
      ['printed by the press', printed.size],
      ['printed twice', doubled],
      ['stuck', stuck],
      ['saved changes that are gone', forgotten],
      ['files left of deliveries that ended', orphans],
      ['memory of the server at most', `${memory} MB`],
    ]),
  );
  process.exitCode = lost + doubled + stuck + forgotten + orphans + by('aborted') === 0 ? 0 : 1;
} finally {
  clearInterval(looking);
  await app.stop();
}
