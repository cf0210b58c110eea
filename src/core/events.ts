/** What a server tells every open window of what has changed. */
export type ServerEvent =
  | { readonly kind: 'job'; readonly id: string; readonly version: number }
  | { readonly kind: 'jobs' }
  | { readonly kind: 'shop' }
  | { readonly kind: 'devices' }
  | { readonly kind: 'pictures'; readonly sha256: string; readonly done: number; readonly total: number }
  | {
      readonly kind: 'export';
      readonly id: string;
      readonly state: string;
      readonly done: number;
      readonly total: number;
      readonly message: string | null;
    }
  | { readonly kind: 'delivery'; readonly id: string; readonly jobId: string };
