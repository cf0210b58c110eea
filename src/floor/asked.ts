import type { IncomingMessage } from 'node:http';
import { TicketError } from '../core/ticket';

/** What is asked of a machine, as the server has it. */
export interface Asked {
  readonly req: IncomingMessage;
  readonly pathname: string;
  readonly send: (status: number, type: string, body: string | Uint8Array) => void;
}

/** A file of programs is no larger. */
const MOST = 2 << 20;

/** What was sent along. @throws TicketError where it is larger than any file of programs */
export async function textOf(req: IncomingMessage): Promise<string> {
  const parts: Buffer[] = [];
  let size = 0;
  for await (const part of req as AsyncIterable<Buffer>) {
    size += part.length;
    if (size > MOST) throw new TicketError('The file is larger than any file of programs is.');
    parts.push(part);
  }
  return Buffer.concat(parts).toString('utf8');
}

export const queryOf = (req: IncomingMessage): URLSearchParams =>
  new URLSearchParams((req.url ?? '').split('?')[1] ?? '');
