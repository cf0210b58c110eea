import { createHash } from 'node:crypto';
import { mkdirSync, realpathSync } from 'node:fs';
import { connect, createServer } from 'node:net';

/** Somebody else has the folder. */
export class FolderTaken extends Error {
  constructor(readonly owner: string) {
    super(owner);
  }
}

interface Owner {
  readonly pid: number;
  readonly who: string;
}

/**
 * Takes a folder for one purpose, for as long as this process lives: no other process takes it for the same. The lock
 * is a socket in the abstract name space, which the kernel lets go of with the process, however it ends; whoever asks
 * it is told who has it.
 * @param who is told to the next who wants it, as a clause: “the server at http://…”
 * @throws FolderTaken
 */
export async function lockFolder(
  folder: string,
  purpose: string,
  who: string,
): Promise<{ readonly release: () => Promise<void> }> {
  mkdirSync(folder, { recursive: true });
  const name = createHash('sha256').update(realpathSync(folder)).digest('hex').slice(0, 32);
  const path = `\0odd-sparrow-${purpose}-${name}`;
  const me: Owner = { pid: process.pid, who };
  for (let tries = 0; ; tries++) {
    const server = createServer((socket) => {
      socket.on('error', () => undefined);
      socket.end(JSON.stringify(me));
    });
    const taken = await new Promise<boolean>((resolve, reject) => {
      server.once('error', (e: NodeJS.ErrnoException) => (e.code === 'EADDRINUSE' ? resolve(true) : reject(e)));
      server.listen({ path }, () => resolve(false));
    });
    if (!taken) {
      server.unref();
      return { release: () => new Promise((resolve) => server.close(() => resolve())) };
    }
    const owner = await ask(path);
    if (owner?.pid === process.pid) return { release: () => Promise.resolve() };
    // nobody answers: it has just ended, and the next try has the name
    if (owner || tries >= 20)
      throw new FolderTaken(owner ? `${owner.who} (process ${owner.pid})` : 'a process that does not answer');
    await new Promise((r) => setTimeout(r, 100));
  }
}

function ask(path: string): Promise<Owner | null> {
  return new Promise((resolve) => {
    const socket = connect({ path });
    let said = '';
    const end = (): void => {
      socket.destroy();
      try {
        resolve(JSON.parse(said) as Owner);
      } catch {
        resolve(null);
      }
    };
    socket.setTimeout(1000, end);
    socket.on('data', (d) => (said += String(d)));
    socket.on('end', end);
    socket.on('error', () => resolve(null));
  });
}
