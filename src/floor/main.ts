import { startFloor } from './server';

/** Starts the stand-in press as a process of its own; settings come by environment. */
const env = process.env;
const floor = await startFloor({
  name: env.FLOOR_NAME ?? 'Plover',
  port: Number(env.FLOOR_PORT ?? 6310),
  spool: env.FLOOR_SPOOL ?? 'var/floor/plover',
  speed: Number(env.FLOOR_SPEED ?? 4800),
  factor: Number(env.FLOOR_FACTOR ?? 20),
  application: env.FLOOR_APPLICATION,
}).catch((e: NodeJS.ErrnoException) => {
  console.error(e.code === 'EADDRINUSE' ? `Port ${env.FLOOR_PORT} is taken.` : e.message);
  process.exit(1);
});
console.log(`ready ${floor.uri}`);
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => void floor.close().then(() => process.exit(0)));
// killed, what started it leaves nobody to stop it
const parent = process.ppid;
setInterval(() => process.ppid === parent || process.exit(0), 1000).unref();
