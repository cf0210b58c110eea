import { ensurePackages, FOR_RUNNING } from './lib/debian.mjs';
import { ensureBuilt, ensureDependencies } from './lib/project.mjs';
import { fail, plainly, say } from './lib/say.mjs';

plainly();
const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
if (major < 20 || (major === 20 && minor < 19))
  fail(`Node.js ${process.versions.node} is too old; 20.19 or newer is needed.`);
if (!process.env.DATABASE_URL) ensurePackages(FOR_RUNNING);
ensureDependencies();
await ensureBuilt();
const { startApplication } = await import('./lib/application.mjs');
// an empty shop, for real use: its own paper and presses go in on the Shop page
const demo = !process.argv.includes('--no-demo');
const app = await startApplication({ watched: true, demo, shop: demo });
say(`Odd Sparrow is at ${app.address}`);
if (demo)
  say(
    `the stand-in press is at ${app.panel}, the slitter and the guillotine beside it at ${app.panel}slitter and ${app.panel}guillotine, the stand-in order system at ${app.panel}orders`,
  );
say('Ctrl-C stops both.');

let stopping = false;
const stop = async (/** @type {number} */ status) => {
  if (stopping) return;
  stopping = true;
  await app.stop();
  process.exit(status);
};
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));
