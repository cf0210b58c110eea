import { mkdirSync } from 'node:fs';
import { createInterface } from 'node:readline';
import { join, resolve } from 'node:path';
import { answers, startPostgres } from './postgres.mjs';
import { root } from './project.mjs';
import { end, sleep, start } from './run.mjs';
import { fail, say } from './say.mjs';

/** The ports things run on: the application's, and the two behind it. */
export function ports(env = process.env) {
  const port = Number(env.ODD_SPARROW_PORT ?? 4380);
  if (!Number.isInteger(port) || port < 1 || port > 65533)
    fail(`ODD_SPARROW_PORT is "${env.ODD_SPARROW_PORT}", which is no port.`);
  return {
    port,
    database: Number(env.ODD_SPARROW_DB_PORT ?? port + 1),
    floor: Number(env.ODD_SPARROW_FLOOR_PORT ?? port + 2),
  };
}

/**
 * Starts everything: database, demo data, stand-in press, application.
 * @returns the address, and how to stop all of it
 */
export async function startApplication({ env = process.env, demo = true, factor } = {}) {
  const { port, database, floor } = ports(env);
  const dataFolder = resolve(env.ODD_SPARROW_DATA ?? join(root, 'var'));
  const address = `http://127.0.0.1:${port}`;
  if (await answers(port))
    fail(
      `Port ${port} is taken; perhaps Odd Sparrow is running already: look at ${address}, or set ODD_SPARROW_PORT to another.`,
    );
  try {
    mkdirSync(dataFolder, { recursive: true });
  } catch {
    fail(`The data folder ${dataFolder} cannot be made.`);
  }
  const stops = [];
  const stop = async () => {
    for (const s of stops.reverse()) await s();
  };
  const give = async (line) => {
    await stop();
    fail(line);
  };
  let url = env.DATABASE_URL;
  if (!url) {
    const pg = await startPostgres(dataFolder, database);
    url = pg.url;
    stops.push(pg.stop);
  }
  const childEnv = {
    ...env,
    DATABASE_URL: url,
    ODD_SPARROW_DATA: dataFolder,
    ODD_SPARROW_WORKERS: join(root, 'dist/workers'),
    ODD_SPARROW_MIGRATIONS: join(root, 'db'),
    ODD_SPARROW_DEMO: demo ? '1' : '',
    ODD_SPARROW_PRINTER: `ipp://127.0.0.1:${floor}/ipp/print`,
    NODE_ENV: 'production',
  };
  const launch = (name, args, extra = {}) => {
    const child = start(process.execPath, args, { cwd: root, env: { ...childEnv, ...extra } });
    createInterface({ input: child.stderr }).on('line', (l) => console.error(`${name}: ${l}`));
    return child;
  };

  const setup = launch('setup', [join(root, 'dist/bin/setup.mjs')]);
  createInterface({ input: setup.stdout }).on('line', say);
  const status = await new Promise((r) => setup.once('exit', r));
  if (status !== 0)
    await give(
      env.DATABASE_URL
        ? 'The database at DATABASE_URL cannot be used; see above.'
        : 'The database could not be set up; see above.',
    );

  if (await answers(floor))
    await give(
      `Port ${floor}, meant for the stand-in press, is taken. Stop what uses it, or set ODD_SPARROW_FLOOR_PORT to another.`,
    );
  const floorChild = launch('stand-in', [join(root, 'dist/bin/floor.mjs')], {
    FLOOR_PORT: String(floor),
    FLOOR_SPOOL: join(dataFolder, 'floor', 'plover'),
    FLOOR_FACTOR: String(factor ?? env.FLOOR_FACTOR ?? 20),
  });
  floorChild.stdout.resume();
  stops.push(() => end(floorChild));

  const server = launch('server', [join(root, 'dist/site/server/entry.mjs')], {
    HOST: '127.0.0.1',
    PORT: String(port),
  });
  server.stdout.resume();
  stops.push(() => end(server));
  for (let i = 0; ; i++) {
    if (server.exitCode !== null || i > 300) await give('The application does not start; see above.');
    const ok = await fetch(`${address}/api/health`).then(
      (r) => r.ok,
      () => false,
    );
    if (ok) break;
    await sleep(100);
  }
  return {
    address,
    panel: `http://127.0.0.1:${floor}/`,
    floor,
    databaseUrl: url,
    stop,
    server,
    floorChild,
    childEnv,
    dataFolder,
    launch,
  };
}
