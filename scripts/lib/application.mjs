import { chmodSync, mkdirSync } from 'node:fs';
import { createInterface } from 'node:readline';
import { join, resolve } from 'node:path';
import { answers, startPostgres } from './postgres.mjs';
import { root } from './project.mjs';
import { end, sleep, start } from './run.mjs';
import { fail, say } from './say.mjs';
import { asWatched, watch } from './watch.mjs';

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

/** Takes the data folder: of two starts on the same one, the second says who has it and touches nothing. */
async function takeFolder(/** @type {string} */ dataFolder, /** @type {string} */ address) {
  const { lockFolder, FolderTaken } = await import(join(root, 'dist/bin/folder-lock.mjs'));
  try {
    return await lockFolder(dataFolder, 'start', `Odd Sparrow at ${address}`);
  } catch (e) {
    if (!(e instanceof FolderTaken)) throw e;
    const { owner } = /** @type {{ owner: string }} */ (e);
    fail(
      `The data folder ${dataFolder} is in use by ${owner}. Use that one, stop it first, or set ODD_SPARROW_DATA to another folder.`,
    );
  }
}

/**
 * Starts everything: database, demo data, stand-in press, application.
 * @param {object} [options]
 * @param {NodeJS.ProcessEnv} [options.env]
 * @param {boolean} [options.demo] whether an empty database gets the demonstration's jobs
 * @param {boolean} [options.shop] whether an empty database gets the demonstration's paper and presses
 * @param {number} [options.factor] how much faster than rated the stand-in prints
 * @param {boolean} [options.watched] whether what ends by itself is started again
 * @returns the address, and how to stop all of it
 */
export async function startApplication({ env = process.env, demo = true, shop = true, factor, watched = false } = {}) {
  const { port, database, floor } = ports(env);
  const dataFolder = resolve(env.ODD_SPARROW_DATA ?? join(root, 'var'));
  const address = `http://127.0.0.1:${port}`;
  try {
    mkdirSync(dataFolder, { recursive: true, mode: 0o700 });
    // customers' files, and the way into the database: nobody else's business
    chmodSync(dataFolder, 0o700);
  } catch {
    fail(`The data folder ${dataFolder} cannot be made.`);
  }
  const lock = await takeFolder(dataFolder, address);
  const stops = [lock.release];
  const stop = async () => {
    for (const s of stops.splice(0).reverse()) await s();
  };
  const give = async (/** @type {string} */ line) => {
    await stop();
    fail(line);
  };
  try {
    if (await answers(port))
      fail(
        `Port ${port} is taken; perhaps Odd Sparrow is running already: look at ${address}, or set ODD_SPARROW_PORT to another.`,
      );
    return await rest();
  } catch (e) {
    await stop();
    throw e;
  }

  async function rest() {
    const kept = async (
      /** @type {string} */ name,
      /** @type {() => Promise<import('./watch.mjs').Watched>} */ begin,
    ) => {
      if (!watched) {
        const it = await begin();
        stops.push(it.stop);
        return { current: it };
      }
      const it = await watch(name, begin);
      stops.push(it.stop);
      return it;
    };
    let url = env.DATABASE_URL;
    if (!url) {
      await kept('the database', async () => {
        const pg = await startPostgres(dataFolder, database);
        url = pg.url;
        return { gone: pg.gone, stop: pg.stop };
      });
    }
    const childEnv = {
      ...env,
      DATABASE_URL: url,
      ODD_SPARROW_DATA: dataFolder,
      ODD_SPARROW_WORKERS: join(root, 'dist/workers'),
      ODD_SPARROW_MIGRATIONS: join(root, 'db'),
      ODD_SPARROW_DEMO: demo ? '1' : '',
      ODD_SPARROW_EMPTY: shop ? '' : '1',
      ODD_SPARROW_PRINTER: `ipp://127.0.0.1:${floor}/ipp/print`,
      NODE_ENV: 'production',
    };
    const launch = (/** @type {string} */ name, /** @type {readonly string[]} */ args, extra = {}) => {
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
    const press = await kept('the stand-in press', async () => {
      const child = launch('stand-in', [join(root, 'dist/bin/floor.mjs')], {
        FLOOR_PORT: String(floor),
        FLOOR_APPLICATION: address,
        FLOOR_SPOOL: join(dataFolder, 'floor', 'plover'),
        FLOOR_FACTOR: String(factor ?? env.FLOOR_FACTOR ?? 20),
      });
      child.stdout.resume();
      return asWatched(child, () => end(child));
    });

    const serve = async (/** @type {boolean} */ first) => {
      const child = launch('server', [join(root, 'dist/bin/server.mjs')], { HOST: '127.0.0.1', PORT: String(port) });
      child.stdout.resume();
      for (let i = 0; ; i++) {
        const status = await fetch(`${address}/api/health`).then(
          (r) => r.status,
          () => 0,
        );
        // started again while the database is away it answers, if only with that
        if (status === 200 || (!first && status === 503)) break;
        if (child.exitCode !== null || i > 300) {
          await end(child);
          fail('The application does not start; see above.');
        }
        await sleep(100);
      }
      return asWatched(child, () => end(child));
    };
    let first = true;
    const server = await kept('the server', () => {
      const begun = serve(first);
      first = false;
      return begun;
    });
    return {
      address,
      panel: `http://127.0.0.1:${floor}/`,
      floor,
      databaseUrl: url,
      stop,
      get server() {
        return server.current.child;
      },
      get floorChild() {
        return press.current.child;
      },
      childEnv,
      dataFolder,
      launch,
    };
  }
}
