import { create } from 'zustand';
import { freeId, shopFileProblem, type House, type ShopFile, type ShopList, type ShopValue } from '../../core';
import { ask } from '../../ui/client';
import { useNotices } from '../../ui/Notices';
import { takeWriting } from '../../ui/writing';

/** The shop as this window has it: changed here at once, saved behind it, taken back step by step. */

/** What is looked at: one of a list, or the shop itself. */
export type Shown = ShopList | 'house';

interface State {
  readonly file: ShopFile;
  readonly shown: Shown;
  /** What of each list is open. */
  readonly open: Readonly<Record<ShopList, string | null>>;
  readonly saving: number;
  readonly history: readonly { readonly label: string; readonly back: () => Promise<void> }[];
}

const EMPTY: ShopFile = {
  kind: 'odd-sparrow shop',
  version: 1,
  house: {
    name: '',
    unit: 'mm',
    writing: { numbers: '1 234.5', dates: 'day month', currency: '€', currencyStands: 'after' },
  },
  stocks: [],
  machines: [],
  finishers: [],
};

export const useShop = create<State>(() => ({
  file: EMPTY,
  shown: 'stocks',
  open: { stocks: null, machines: null, finishers: null },
  saving: 0,
  history: [],
}));
const { setState: set, getState: get } = useShop;

export type Listed<L extends ShopList> = ShopFile[L][number];
const say = useNotices.getState().say;

/** Saves something, counted as being saved until it is; what could not be is said, and the shop read anew. */
async function saving(work: () => Promise<unknown>): Promise<boolean> {
  set({ saving: get().saving + 1 });
  try {
    await work();
    return true;
  } catch (e) {
    say({ tone: 'stop', text: (e as Error).message });
    await readShop();
    return false;
  } finally {
    set({ saving: get().saving - 1 });
  }
}

export async function readShop(): Promise<void> {
  const file = await ask<ShopFile>('/api/shop');
  // what is being saved here is newer than what was read
  if (get().saving === 0) set({ file });
}

const remember = (label: string, back: () => Promise<void>): void =>
  set({ history: [...get().history, { label, back }].slice(-200) });

/** Takes the last change back. */
export async function undoShop(): Promise<void> {
  const last = get().history.at(-1);
  if (!last) return;
  set({ history: get().history.slice(0, -1) });
  await last.back();
  say({ tone: 'fine', text: `Taken back: ${last.label}.` });
}

const at = (list: ShopList, id: string): string => `/api/shop/${list}/${encodeURIComponent(id)}`;

function withEntry(list: ShopList, value: ShopValue, retired: boolean): void {
  const { file } = get();
  const entries = file[list] as readonly { value: ShopValue; retired: boolean }[];
  const next = entries.some((e) => e.value.id === value.id)
    ? entries.map((e) => (e.value.id === value.id ? { value, retired } : e))
    : [...entries, { value, retired }];
  set({ file: { ...file, [list]: next } as ShopFile });
}

function withoutEntry(list: ShopList, id: string): void {
  const { file } = get();
  const entries = (file[list] as readonly { value: ShopValue; retired: boolean }[]).filter((e) => e.value.id !== id);
  set({ file: { ...file, [list]: entries } as ShopFile });
}

const entryOf = (list: ShopList, id: string): { value: ShopValue; retired: boolean } | undefined =>
  (get().file[list] as readonly { value: ShopValue; retired: boolean }[]).find((e) => e.value.id === id);

async function put(list: ShopList, value: ShopValue, retired: boolean): Promise<boolean> {
  withEntry(list, value, retired);
  return saving(() => ask(at(list, value.id), 'PUT', value));
}

/** Changes one value of a list. */
export async function change(list: ShopList, value: ShopValue, label: string): Promise<void> {
  const before = entryOf(list, value.id);
  if (!before) return;
  if (await put(list, value, before.retired))
    remember(label, async () => void (await put(list, before.value, before.retired)));
}

/** Puts a new value into a list, under an id of its name, and opens it. */
export async function add(list: ShopList, value: ShopValue, label: string): Promise<void> {
  const taken = new Set((get().file[list] as readonly { value: ShopValue }[]).map((e) => e.value.id));
  const named = { ...value, id: freeId(value.id || value.name, taken) } as ShopValue;
  set({ shown: list, open: { ...get().open, [list]: named.id } });
  if (await put(list, named, false)) remember(label, async () => drop(list, named.id));
}

async function drop(list: ShopList, id: string): Promise<void> {
  if (await saving(() => ask(at(list, id), 'DELETE'))) withoutEntry(list, id);
}

/** Takes a value out of its list for good; refused, in words, where jobs have it. */
export async function remove(list: ShopList, id: string): Promise<void> {
  const before = entryOf(list, id);
  if (!before) return;
  if (!(await saving(() => ask(at(list, id), 'DELETE')))) return;
  withoutEntry(list, id);
  const label = `${before.value.name} deleted`;
  remember(label, async () => void (await put(list, before.value, before.retired)));
  say({ tone: 'fine', text: `${label}.`, action: { label: 'Undo', run: () => void undoShop() } });
}

/** Takes a value out of use, or back into it. */
export async function retire(list: ShopList, id: string, retired: boolean): Promise<void> {
  const entry = entryOf(list, id);
  if (!entry) return;
  withEntry(list, entry.value, retired);
  if (await saving(() => ask(at(list, id), 'PATCH', { retired })))
    remember(`${entry.value.name} ${retired ? 'retired' : 'in use again'}`, () => retire(list, id, !retired));
}

/** Changes what the shop is called, or how it writes. */
export async function changeHouse(house: House): Promise<void> {
  const before = get().file.house;
  set({ file: { ...get().file, house } });
  takeWriting(house.writing);
  if (await saving(() => ask('/api/shop/house', 'PUT', house)))
    remember('the shop', async () => {
      set({ file: { ...get().file, house: before } });
      takeWriting(before.writing);
      await saving(() => ask('/api/shop/house', 'PUT', before));
    });
}

/** Takes a shop's file in. */
export async function importFile(file: File): Promise<void> {
  // what is no JSON is no shop's file either
  const data = await file
    .text()
    .then((t): unknown => JSON.parse(t))
    .catch(() => null);
  const problem = shopFileProblem(data);
  if (problem !== null) {
    say({ tone: 'stop', text: `${file.name} was not taken. ${problem}` });
    return;
  }
  try {
    const fresh = get().file.stocks.length + get().file.machines.length === 0;
    const { added, replaced } = await ask<{ added: number; replaced: number }>(
      `/api/shop/file${fresh ? '?house' : ''}`,
      'POST',
      data,
    );
    await readShop();
    takeWriting(get().file.house.writing);
    say({ tone: 'fine', text: `${file.name}: ${added} added, ${replaced} replaced.` });
  } catch (e) {
    say({ tone: 'stop', text: `${file.name} was not taken. ${(e as Error).message}` });
  }
}
