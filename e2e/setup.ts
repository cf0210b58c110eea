import { existsSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';

/** Starts the whole application on ports of its own, with the demo data fresh, and stops it after the tests. */
export default async function setup(): Promise<() => Promise<void>> {
  const data = join(import.meta.dirname, '..', 'var', 'e2e');
  if (process.env.E2E_REUSE) return () => Promise.resolve();
  // the demo artwork is the same each time: what has been made is used again
  if (existsSync(data))
    for (const name of readdirSync(data))
      if (name !== 'demo') rmSync(join(data, name), { recursive: true, force: true });
  const { startApplication } = (await import('../scripts/lib/application.mjs' as string)) as {
    startApplication(o: object): Promise<{ stop(): Promise<void> }>;
  };
  const app = await startApplication({
    env: { ...process.env, DATABASE_URL: undefined, ODD_SPARROW_PORT: '4480', ODD_SPARROW_DATA: data },
    factor: 60,
  });
  return () => app.stop();
}
