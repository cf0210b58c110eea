import type { Docket, LoadPart, OrderFacts, PackedArtwork, Shop, Standing, TableFacts } from '../core';

/** What the server and the windows tell each other, as values. */

export interface JobView {
  readonly id: string;
  readonly number: number;
  readonly version: number;
  readonly docket: Docket;
  /** What an undo would take back, and a redo bring again. */
  readonly undo: string | null;
  readonly redo: string | null;
}

export interface Progress {
  readonly done: number;
  readonly total: number;
}

export interface JobPage {
  readonly job: JobView;
  readonly artwork: PackedArtwork | null;
  /** Facts of the further files, in the docket's order. */
  readonly more: readonly (PackedArtwork | null)[];
  /** What is known of the docket's table. */
  readonly table: TableFacts | null;
  /** Facts of the pictures that the docket's imprints show. */
  readonly album: PackedArtwork | null;
  readonly shop: Shop;
  readonly pictures: Progress | null;
  /** Whether it was taken off the list. */
  readonly removed: boolean;
}

export interface DeliveryView {
  readonly id: string;
  readonly number: number;
  readonly jobId: string;
  readonly jobNumber: number;
  readonly title: string;
  readonly machine: string;
  readonly state:
    | 'preparing'
    | 'sending'
    | 'pending'
    | 'held'
    | 'processing'
    | 'stopped'
    | 'completed'
    | 'canceled'
    | 'aborted'
    | 'unsure';
  readonly message: string | null;
  readonly canceling: boolean;
  readonly open: boolean;
  readonly sheetsDone: number;
  readonly sheetsTotal: number;
  /** Sheets of one time; null for what is older than this is known. */
  readonly sheetsEach: number | null;
  /** What of its load it prints; null for all. */
  readonly part: LoadPart | null;
  /** Copies that the docket wishes which it prints. */
  readonly copies: number;
  /** The version of the job that it prints, since when that stood, and whether the job is still so. */
  readonly version: number | null;
  readonly versionAt: string | null;
  readonly present: boolean;
  readonly at: string;
}

/** What a machine's print service says of itself when it is asked. */
export interface PrinterView {
  readonly state: 'answers' | 'untrusted' | 'away';
  readonly name: string | null;
  /** SHA-256 of its certificate: the one kept, or the one it shows and that nobody vouches for. */
  readonly fingerprint: string | null;
  readonly message: string | null;
}

/** An order of the order system, and the job that it has become. */
export interface OrderView {
  readonly number: string;
  readonly facts: OrderFacts;
  readonly job: { readonly id: string; readonly number: number } | null;
  /** Whether it waits for its artwork. */
  readonly waiting: boolean;
  readonly received: string;
}

export interface ListedJob {
  readonly id: string;
  readonly number: number;
  readonly version: number;
  readonly standing: Standing;
  /** Whether it was changed since what was sent of it. */
  readonly changed: boolean;
  readonly created_at: string;
  readonly changed_at: string;
  readonly removed_at: string | null;
  readonly summary: {
    readonly title: string;
    readonly file: string;
    readonly sha256: string;
    readonly due: string | null;
    readonly pages: number;
    readonly copies: number;
    /** What is made, where copies of so many pages do not say it. */
    readonly made?: string | null;
    readonly finished: string;
    readonly sheets: number;
    readonly up: number;
    readonly stock: string;
    readonly swatch: string;
    readonly stops: number;
    readonly looks: number;
    readonly firstFinding: string | null;
    /** What the order system calls it. */
    readonly order?: string | null;
    readonly customer: string | null;
    readonly machine: string;
    /** What is to be done when it is printed. */
    readonly finishing: readonly string[];
  };
  readonly delivery: {
    readonly state: DeliveryView['state'];
    readonly sheets_done: number;
    readonly sheets_total: number;
  } | null;
}
