import { cancelJob, PrinterAddress, PrinterAway, PrinterHttp, PrinterRefused, PrinterUntrusted } from '../machines';
import { printerOf } from './addresses';
import { databaseAway, diskFull, sql } from './db';
import { canceledBefore, cancelSent, forGood, LookAgain, present, step, stopSending } from './delivering';
import { put } from './delivery';
import { follow } from './following';
import { FolderAway, folderOf, putIntoFolder } from './into-folder';
import { openDeliveries, type Delivery } from './tables/deliveries';
import { writeSheets } from './work';
import { stopWriting } from './writing-sheets';

/**
 * Every printer has a lane of its own: one thing at a time is sent to it, and it is asked about what it has. A printer
 * that is away, slow or wrong holds up nobody but those who wait for it.
 */
interface Lane {
  /** Attempts in a row that came to nothing. Only what a printer has taken whole sets it back. */
  failures: number;
  readonly send: Repeated;
  readonly follow: Repeated;
  /** Ends the pause before the next attempt. */
  rouse: () => void;
}

/** Something that is done once at a time, and once more where it was asked for meanwhile. */
class Repeated {
  private running: Promise<void> | null = null;
  private again = false;

  constructor(private readonly work: () => Promise<void>) {}

  get busy(): boolean {
    return this.running !== null;
  }

  /** Cannot fail: what went wrong is tried again by the next waking, seconds away. */
  wake(): void {
    this.again = true;
    this.running ??= this.repeat().finally(() => (this.running = null));
  }

  private async repeat(): Promise<void> {
    while (this.again) {
      this.again = false;
      try {
        await this.work();
      } catch (e) {
        if (!databaseAway(e)) console.error(e);
        return;
      }
    }
  }

  async rest(): Promise<void> {
    await this.running;
  }
}

const lanes = new Map<string, Lane>();
/** Attempts a delivery has had: the others of its lane go before one that fails again and again. */
const attempts = new Map<string, number>();
let closed = false;

function laneOf(machineId: string): Lane {
  const known = lanes.get(machineId);
  if (known) return known;
  const lane: Lane = {
    failures: 0,
    send: new Repeated(() => sendAll(machineId, lane)),
    follow: new Repeated(() => followAll(machineId)),
    rouse: () => undefined,
  };
  lanes.set(machineId, lane);
  return lane;
}

/** The longest pause, where the printer is away, and where it takes bytes and comes to nothing with them. */
const LONGEST_AWAY = 5_000;
const LONGEST_COSTLY = 60_000;
const FOLLOW_EVERY = 700;
const FOLLOW_AWAY = 10_000;

/** The pause before the next attempt: doubled each time, and never the same for two, so that they don't come in step. */
export function pauseAfter(failures: number, longest: number, chance: number = Math.random()): number {
  return Math.min(longest, 500 * 2 ** Math.min(20, Math.max(0, failures - 1))) * (0.5 + chance / 2);
}

/** Waits, or until it is roused. */
const pause = (ms: number, rousable: (rouse: () => void) => void): Promise<void> =>
  new Promise((resolve) => {
    const timer = setTimeout(resolve, ms);
    rousable(() => {
      clearTimeout(timer);
      resolve();
    });
  });

/** Takes up what is open, everywhere: after a start, and now and then for what was lost on the way. */
export async function wakeAll(): Promise<void> {
  const machines = new Set<string>();
  for (const d of await openDeliveries(sql)) {
    if (d.phase === 'compose' && !d.cancel_wished) writeSheets(d.id);
    else machines.add(d.machine_id);
  }
  for (const id of machines) wakeLane(id);
}

/** Has a machine's lane look at what waits for it. Cannot fail. */
export function wakeLane(machineId: string): void {
  if (closed) return;
  const lane = laneOf(machineId);
  lane.send.wake();
  lane.follow.wake();
}

/** Has a machine's lane try at once, without waiting for its pause to end: something has been mended. */
export function rouseLane(machineId: string): void {
  wakeLane(machineId);
  laneOf(machineId).rouse();
}

/** Wishes a delivery gone: at once where that is known here, else as soon as its printer can be asked. */
export async function hurryCancel(d: Delivery): Promise<void> {
  stopWriting(d.id);
  stopSending(d.id);
  const lane = laneOf(d.machine_id);
  // one that a lane has in hand this moment is ended by the lane
  if (!lane.send.busy) await canceledBefore(d, null);
  wakeLane(d.machine_id);
  lane.rouse();
}

/** Sends what waits for a machine, one after another, until nothing does. */
async function sendAll(machineId: string, lane: Lane): Promise<void> {
  while (!closed) {
    const open = (await openDeliveries(sql, machineId)).filter(
      (d) => d.phase !== 'follow' && (d.phase !== 'compose' || d.cancel_wished),
    );
    for (const { id } of open.filter((d) => d.cancel_wished && d.phase !== 'sending')) {
      const d = await present(id);
      if (d) await canceledBefore(d, await printerOf(machineId, d.machine).catch(() => null));
    }
    const next = open
      .filter((d) => !d.cancel_wished || d.phase === 'sending')
      .sort((a, b) => (attempts.get(a.id) ?? 0) - (attempts.get(b.id) ?? 0))[0];
    const d = next && (await present(next.id));
    if (!d || d.phase === 'done') {
      if (!next) return;
      continue;
    }
    const wait = await attempt(d, lane);
    if (wait > 0) await pause(wait, (rouse) => (lane.rouse = rouse));
  }
}

/** One step of a delivery, and what comes of it. @returns how long to wait before the next, ms */
async function attempt(d: Delivery, lane: Lane): Promise<number> {
  const again = async (e: Error, longest: number): Promise<number> => {
    lane.failures++;
    attempts.set(d.id, (attempts.get(d.id) ?? 0) + 1);
    const now = (await present(d.id)) ?? d;
    // stopped because nobody wants it any more
    if (now.cancel_wished && !d.cancel_wished) return 0;
    if (now.phase !== 'done') await put(now, { message: wordsFor(d.machine, e) });
    return pauseAfter(lane.failures, longest);
  };
  try {
    const folder = await folderOf(d.machine_id);
    const after = folder !== null ? await putIntoFolder(d, folder) : await sentTo(d);
    if (after.phase === 'compose') {
      writeSheets(d.id);
      return 0;
    }
    if (after.phase === 'follow' || after.phase === 'done') {
      lane.failures = 0;
      attempts.delete(d.id);
      wakeLane(d.machine_id);
    }
    return 0;
  } catch (e) {
    if (e instanceof LookAgain || e instanceof FolderAway) return again(e, LONGEST_AWAY);
    if (e instanceof PrinterAway) {
      // a document that went half way costs the printer's time and ours; one that could not be begun costs nothing
      const costly = ((await present(d.id)) ?? d).phase === 'sending';
      return again(e, costly ? LONGEST_COSTLY : LONGEST_AWAY);
    }
    if (e instanceof PrinterHttp && e.status !== 413 && e.status !== 415) return again(e, LONGEST_COSTLY);
    if (e instanceof PrinterUntrusted || e instanceof PrinterAddress) return again(e, LONGEST_AWAY);
    if (e instanceof PrinterHttp || forGood(e)) {
      await put((await present(d.id)) ?? d, { phase: 'done', state: 'aborted', message: (e as Error).message });
      if (d.printer_job !== null) await emptied(d);
      attempts.delete(d.id);
      return 0;
    }
    if (e instanceof PrinterRefused) return again(e, LONGEST_COSTLY);
    if (databaseAway(e) || diskFull(e)) return pauseAfter(++lane.failures, LONGEST_AWAY);
    console.error(e);
    return again(e as Error, LONGEST_COSTLY);
  }
}

/** One step of a delivery with its printer. */
async function sentTo(d: Delivery): Promise<Delivery> {
  const at = await printerOf(d.machine_id, d.machine);
  return d.cancel_wished ? cancelSent(d, at) : step(d, at);
}

/** Takes a job off the printer that will get no document. */
async function emptied(d: Delivery): Promise<void> {
  const at = await printerOf(d.machine_id, d.machine).catch(() => null);
  if (at) await cancelJob(at, d.printer_job!).catch(() => undefined);
}

function wordsFor(machine: string, e: Error): string {
  if (e instanceof PrinterAway)
    return `${machine} does not answer (${e.reason}). Switch it on or look at its cable; the job is sent as soon as it does.`;
  if (e instanceof PrinterRefused) return `${machine} does not take it now. ${e.message}`;
  return e.message;
}

/** Asks a printer about what it has of ours, until it has nothing more. */
async function followAll(machineId: string): Promise<void> {
  let failures = 0;
  while (!closed) {
    const mine = (await openDeliveries(sql, machineId)).filter((d) => d.phase === 'follow');
    if (mine.length === 0) return;
    const first = await present(mine[0]!.id);
    try {
      if (first) await follow(machineId, await printerOf(machineId, first.machine));
      failures = 0;
    } catch (e) {
      if (databaseAway(e)) throw e;
      failures++;
      const waiting = first && (await present(first.id));
      if (waiting && waiting.phase === 'follow')
        await put(waiting, {
          message:
            e instanceof PrinterAway
              ? `${waiting.machine} does not answer (${e.reason}); it is asked again.`
              : wordsFor(waiting.machine, e as Error),
        });
    }
    await pause(failures > 0 ? pauseAfter(failures, FOLLOW_AWAY) : FOLLOW_EVERY, (rouse) => {
      if (closed) rouse();
    });
  }
}

/** Lets the lanes come to rest; for tests, and before the process ends. */
export async function closeLanes(): Promise<void> {
  closed = true;
  for (const lane of lanes.values()) {
    lane.rouse();
    await lane.send.rest();
    await lane.follow.rest();
  }
  lanes.clear();
  attempts.clear();
  closed = false;
}
