import { randomBytes } from 'node:crypto';
import {
  accessSync,
  constants,
  existsSync,
  lchownSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { connect } from 'node:net';
import { dirname, join } from 'node:path';
import { end, output, sleep, start } from './run.mjs';
import { fail, say } from './say.mjs';
import { asWatched } from './watch.mjs';

const USER = 'sparrow';

function binaries() {
  const base = '/usr/lib/postgresql';
  const versions = existsSync(base) ? readdirSync(base).sort((a, b) => Number(b) - Number(a)) : [];
  for (const v of versions) if (existsSync(join(base, v, 'bin', 'postgres'))) return join(base, v, 'bin');
  const found = output('which', ['postgres']);
  if (found) return dirname(found.trim());
  return fail('PostgreSQL is not installed. Run "apt-get install postgresql".');
}

/** Whether something answers on a port of this machine. */
export function answers(/** @type {number} */ port) {
  return new Promise((resolve) => {
    const socket = connect({ port, host: '127.0.0.1' });
    socket.once('connect', () => {
      socket.destroy();
      resolve(true);
    });
    socket.once('error', () => resolve(false));
  });
}

/**
 * A program and its arguments, as they are to be called.
 * @typedef {(program: string, args: readonly string[]) => [string, readonly string[]]} Wrap
 */

/**
 * How to run PostgreSQL's programs: it refuses to run as root, so root hands them to the user postgres. Where that
 * user cannot reach the folder (a project below /root), it is given the right to pass through folders, no more.
 */
function runnerFor(/** @type {string} */ folder) {
  if (process.getuid?.() !== 0)
    return {
      uid: null,
      /** @type {Wrap} */
      wrap: (program, args) => [program, args],
    };
  const uid = Number(output('id', ['-u', 'postgres']));
  const gid = Number(output('id', ['-g', 'postgres']));
  if (!uid)
    fail(
      'There is no user "postgres" to run the database as: PostgreSQL must not run as root. Install Debian’s postgresql.',
    );
  /** @type {(caps: readonly string[]) => Wrap} */
  const as = (caps) => (program, args) => [
    'setpriv',
    [`--reuid=${uid}`, `--regid=${gid}`, '--clear-groups', ...caps, program, ...args],
  ];
  const through = ['--inh-caps=+dac_override,+dac_read_search', '--ambient-caps=+dac_override,+dac_read_search'];
  const less = ['--inh-caps=+dac_override', '--ambient-caps=+dac_override'];
  for (const caps of [[], through, less]) {
    const wrap = as(caps);
    // tried for real: access(2), which test(1) asks, looks past such rights
    const [program, args] = wrap('sh', ['-c', 'cd "$1" && : > .reach && rm .reach', 'sh', folder]);
    if (output(program, args) !== null) return { uid, gid, wrap };
  }
  return fail(
    `The user "postgres" cannot reach ${folder}. Move the project out of a private folder, or set ODD_SPARROW_DATA to one it can reach.`,
  );
}

/** Resolves when a process that is not our child has ended. */
async function untilGone(/** @type {number} */ pid) {
  while (existsSync(`/proc/${pid}`)) await sleep(300);
  return 'gone';
}

/** Starts the project's own database server, made first if need be. @returns its address, and how to stop it */
export async function startPostgres(/** @type {string} */ dataFolder, /** @type {number} */ port) {
  const folder = join(dataFolder, 'postgres');
  const cluster = join(folder, 'cluster');
  const secret = join(dataFolder, 'postgres-password');
  try {
    mkdirSync(folder, { recursive: true });
    accessSync(folder, constants.W_OK);
  } catch {
    fail(`The data folder ${dataFolder} cannot be written to.`);
  }
  const bin = binaries();
  if (process.getuid?.() === 0) {
    const uid = Number(output('id', ['-u', 'postgres']));
    if (uid) lchownSync(folder, uid, Number(output('id', ['-g', 'postgres'])));
  }
  const { wrap } = runnerFor(folder);
  /** @type {Wrap} */
  const call = (program, args) => wrap(join(bin, program), args);

  const fresh = !existsSync(join(cluster, 'PG_VERSION'));
  if (fresh) {
    if (existsSync(cluster) && readdirSync(cluster).length > 0)
      fail(`${cluster} is there but holds no database. Move it away, then start again.`);
    say('making the database');
    const password = randomBytes(24).toString('base64url');
    const file = join(folder, 'password-for-initdb');
    writeFileSync(file, password, { mode: 0o644 });
    const [p, a] = call('initdb', [
      '-D',
      cluster,
      '-U',
      USER,
      `--pwfile=${file}`,
      '--auth=scram-sha-256',
      '-E',
      'UTF8',
      '--locale=C.UTF-8',
      '--no-instructions',
    ]);
    const made = output(p, a, { stdio: ['ignore', 'pipe', 'pipe'] });
    rmSync(file);
    if (made === null) {
      rmSync(cluster, { recursive: true, force: true });
      fail(`The database could not be made in ${cluster}; is there room, and may it be written to?`);
    }
    writeFileSync(secret, password, { mode: 0o600 });
  }
  if (!existsSync(secret))
    fail(
      `${secret} is gone, and with it the way into the database. Put it back from a copy, or move ${folder} away to begin anew.`,
    );
  const [, want] = /PostgreSQL\) (\d+)/.exec(output(join(bin, 'postgres'), ['--version']) ?? '') ?? [];
  const have = readFileSync(join(cluster, 'PG_VERSION'), 'utf8').trim();
  if (want && have !== want)
    fail(
      `The database in ${cluster} is of PostgreSQL ${have}; installed is ${want}. Install postgresql-${have}, or move the folder away to begin anew.`,
    );

  const url = `postgresql://${USER}:${readFileSync(secret, 'utf8')}@127.0.0.1:${port}/postgres`;
  // left running by a start that was killed: ours, so it is used, and stopped with the rest
  const pidFile = join(cluster, 'postmaster.pid');
  const left = existsSync(pidFile) ? readFileSync(pidFile, 'utf8').split('\n') : [];
  const alive =
    left[0] &&
    existsSync(`/proc/${Number(left[0])}`) &&
    /postgres/.test(readFileSync(`/proc/${Number(left[0])}/cmdline`, 'utf8'));
  if (alive && Number(left[3]) !== port) {
    process.kill(Number(left[0]), 'SIGINT');
    for (let i = 0; i < 100 && existsSync(pidFile); i++) await sleep(100);
  } else if (alive) {
    const pid = Number(left[0]);
    return {
      url,
      gone: untilGone(pid),
      stop: async () => {
        if (existsSync(`/proc/${pid}`)) process.kill(pid, 'SIGINT');
        for (let i = 0; i < 100 && existsSync(pidFile); i++) await sleep(100);
      },
    };
  }
  if (await answers(port))
    fail(`Port ${port}, meant for the database, is taken. Stop what uses it, or set ODD_SPARROW_DB_PORT to another.`);
  const [p, a] = call('postgres', [
    '-D',
    cluster,
    '-p',
    String(port),
    ...[
      'listen_addresses=127.0.0.1',
      'unix_socket_directories=',
      'shared_buffers=64MB',
      'max_connections=60',
      'log_min_messages=fatal',
    ].flatMap((c) => ['-c', c]),
  ]);
  let child = start(p, a);
  let said = '';
  const listen = () => {
    child.stderr.on('data', (d) => (said = (said + d).slice(-4000)));
    child.stdout.resume();
  };
  listen();
  for (let i = 0; i < 300; i++) {
    // killed, it leaves helpers that end by themselves; until they have, another is not let in
    if (child.exitCode !== null && /shared memory block|lock file|could not bind/.test(said) && i < 250) {
      await sleep(300);
      said = '';
      child = start(p, a);
      listen();
    } else if (child.exitCode !== null) {
      const line = said.split('\n').find((l) => /FATAL|PANIC/.test(l)) ?? said.trim().split('\n').pop() ?? '';
      fail(`The database does not start: ${line.replace(/^.*(FATAL|PANIC):\s*/, '')} Its folder is ${cluster}.`);
    }
    if (existsSync(pidFile) && /ready/.test(readFileSync(pidFile, 'utf8')) && (await answers(port))) break;
    await sleep(100);
  }
  // statSync: a cluster on a full disk comes up and dies; better said now than by the first job
  statSync(cluster);
  return { url, ...asWatched(child, () => end(child, 'SIGINT', 15_000)) };
}
