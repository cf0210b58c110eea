import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { copyFileSync, existsSync, mkdirSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { join } from 'node:path';
import type { Press } from './press';

/** Looks again and again until what is seen will do. */
export async function until<T>(look: () => Promise<T> | T, good: (v: T) => boolean): Promise<T> {
  for (let i = 0; i < 300; i++) {
    const v = await look();
    if (good(v)) return v;
    await new Promise((r) => setTimeout(r, 50));
  }
  throw new Error('It did not come to pass.');
}

/** Prints a file so many times. @returns the press's number for it, when it lies in the output */
export async function printOn(press: Press, file: string, name: string, copies: number): Promise<number> {
  const { id } = press.create({
    name,
    user: 'u',
    copies,
    sides: 'one-sided',
    finishings: [],
    media: null,
    others: [],
    hold: false,
  });
  copyFileSync(file, press.options.spool.path(id));
  press.received(id, statSync(file).size, 1);
  await until(
    () => press.job(id)!.state,
    (s) => s === 'completed',
  );
  return id;
}

/** A printer that nobody here wrote. */
export interface OtherPrinter {
  readonly uri: string;
  /** The PDFs that it has printed, by path. */
  printed(): string[];
  stop(): Promise<void>;
}

async function freePort(): Promise<number> {
  const probe = createServer().listen(0, '127.0.0.1');
  await once(probe, 'listening');
  const { port } = probe.address() as AddressInfo;
  await new Promise((r) => probe.close(r));
  return port;
}

/** CUPS's ippeveprinter with figures of its own: 22 sides a minute in black, 14 in colour. It keeps what it printed. */
export async function otherPrinter(dir: string, name = 'Eve'): Promise<OtherPrinter> {
  const port = await freePort();
  const spool = join(dir, 'eve');
  mkdirSync(spool, { recursive: true });
  // it wants a message bus to announce itself on: it gets one of its own, with nobody on it
  const socket = join(dir, 'bus');
  const config = join(dir, 'bus.conf');
  writeFileSync(
    config,
    `<!DOCTYPE busconfig PUBLIC "-//freedesktop//DTD D-Bus Bus Configuration 1.0//EN" "http://www.freedesktop.org/standards/dbus/1.0/busconfig.dtd">
<busconfig><type>system</type><listen>unix:path=${socket}</listen><auth>EXTERNAL</auth><policy context="default"><allow send_destination="*" eavesdrop="true"/><allow eavesdrop="true"/><allow own="*"/></policy></busconfig>`,
  );
  const bus = spawn('dbus-daemon', [`--config-file=${config}`, '--nofork'], { stdio: 'ignore' });
  await until(() => existsSync(socket), Boolean);
  const options = `-p ${port} -n localhost -k -f application/pdf -2 -s 22,14 -r off`.split(' ');
  const eve = spawn('ippeveprinter', [...options, '-d', spool, name], {
    stdio: 'ignore',
    env: { ...process.env, DBUS_SYSTEM_BUS_ADDRESS: `unix:path=${socket}` },
  });
  return {
    uri: `ipp://localhost:${port}/ipp/print`,
    printed: () =>
      readdirSync(spool, { recursive: true, encoding: 'utf8' })
        .filter((f) => f.endsWith('.pdf'))
        .map((f) => join(spool, f)),
    stop: async () => {
      const gone = once(eve, 'exit');
      eve.kill();
      bus.kill();
      await gone;
    },
  };
}
