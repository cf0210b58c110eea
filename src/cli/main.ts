import { join } from 'node:path';
import { run } from './program';

process.stdout.on('error', (e: NodeJS.ErrnoException) => process.exit(e.code === 'EPIPE' ? 0 : 2));

process.exitCode = await run(process.argv.slice(2), {
  out: (text) => void process.stdout.write(text),
  err: (text) => void process.stderr.write(text),
  worker: join(import.meta.dirname, '..', 'workers', 'pdf.mjs'),
});
