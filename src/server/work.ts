import PgBoss from 'pg-boss';
import { databaseUrl } from './config';

/** Background work by name, with what each needs to know. The truth is in our own tables; the queue only wakes. */
interface Work {
  readonly pictures: { readonly sha256: string };
  readonly export: { readonly id: string };
  readonly deliver: { readonly id: string };
}

let boss: PgBoss | null = null;

/** Starts the queue with its handlers. */
export async function startWork(handlers: {
  readonly [K in keyof Work]: (data: Work[K]) => Promise<void>;
}): Promise<void> {
  boss = new PgBoss({ connectionString: databaseUrl(), max: 4, schema: 'work' });
  boss.on('error', () => undefined);
  await boss.start();
  for (const name of Object.keys(handlers) as (keyof Work)[]) {
    await boss.createQueue(name);
    const handle = handlers[name] as (data: never) => Promise<void>;
    // several at once: a delivery that waits for its printer does not keep others from theirs
    const workers = name === 'deliver' ? 4 : 1;
    for (let i = 0; i < workers; i++)
      await boss.work(name, { pollingIntervalSeconds: 0.5, batchSize: 1 }, async (jobs) => {
        for (const job of jobs) await handle(job.data as never);
      });
  }
}

/** Asks for work to be done soon. Lost when the database is; what matters is woken again at start. */
export async function wake<K extends keyof Work>(name: K, data: Work[K]): Promise<void> {
  await boss?.send(name, data, { retryLimit: 3, retryDelay: 5, expireInHours: 12 });
}
