import {
  firstProblem,
  writeBy,
  type House,
  type ShopFile,
  type ShopList,
  type ShopValue,
  type LoadedWith,
} from '../core';
import { MOST_OF_A_MACHINE, ProgramForm } from '../core/programs';
import { sql, transaction, type Tx } from './db';
import { tell } from './events';
import { summariseJobs } from './jobs';
import { rouseLane } from './lanes';
import { allJobIds } from './tables/jobs';
import { NotSendable } from './not-sendable';
import { allPrograms, putForm, putPiles, putPrograms } from './tables/programs';
import {
  dropFromShop,
  forgetHouse,
  inShop,
  jobsWith,
  putInShop,
  readHouse,
  readShopFile,
  retireInShop,
  writeHouse,
} from './tables/shop';

/** What is done to the shop's own lists. Every job keeps what it has: a docket carries its stock and machines. */

const told = (): void => tell({ kind: 'shop' });

/** Takes over how the shop writes, for what is written here: lists of jobs, job cards. */
export async function takeHouse(): Promise<House> {
  forgetHouse();
  const house = await readHouse(sql);
  writeBy(house.writing);
  return house;
}

/** Changes what the shop is called, and how it measures and writes; what lists show of jobs follows. */
export async function changeHouse(house: House): Promise<void> {
  await writeHouse(sql, house);
  await takeHouse();
  told();
  void summariseAll();
}

/** Lists are written as the shop writes: what stands in them is worked out anew, once at a time. */
let summarising: Promise<void> | null = null;
let again = false;
function summariseAll(): Promise<void> {
  again = true;
  return (summarising ??= (async () => {
    while (again) {
      again = false;
      await summariseJobs(await allJobIds(sql));
    }
  })()
    .catch(() => undefined)
    .finally(() => (summarising = null)));
}

/** Puts a value into one of the shop's lists, anew or in the place of the former. */
export async function putValue(list: ShopList, value: ShopValue): Promise<void> {
  await putInShop(sql, list, value);
  told();
  // what waits for it may go now
  if (list === 'machines') rouseLane(value.id);
}

/** Takes a value out of use, or back into it. */
export async function retireValue(list: ShopList, id: string, retired: boolean): Promise<boolean> {
  const there = await retireInShop(sql, list, id, retired);
  if (there) told();
  return there;
}

/**
 * Takes out of a list what no job has: a mistake, or a trial.
 * @throws NotSendable where jobs have it: it can be retired
 */
export async function dropValue(list: ShopList, id: string): Promise<boolean> {
  const [job] = await jobsWith(sql, id);
  if (job)
    throw new NotSendable(`Job ${job.number}, ${job.title}, has it. Retire it instead: jobs keep what they have.`);
  const there = await dropFromShop(sql, list, id);
  if (there) told();
  return there;
}

/** Takes a shop's file in: what is there under the same id is replaced, all else is added. @returns how many of each */
export async function importShop(file: ShopFile, withHouse: boolean): Promise<{ added: number; replaced: number }> {
  const counted = await transaction(async (tx) => {
    const n = { added: 0, replaced: 0 };
    for (const list of ['stocks', 'machines', 'finishers'] as const)
      for (const { value, retired } of file[list]) {
        n[(await inShop(tx, list, value.id)) ? 'replaced' : 'added']++;
        await putInShop(tx, list, value, retired);
      }
    for (const loaded of file.programs ?? []) await load(tx, loaded);
    if (withHouse) await writeHouse(tx, file.house);
    return n;
  });
  await takeHouse();
  told();
  if (withHouse) void summariseAll();
  return counted;
}

/** Puts in what a machine of a shop's file is loaded with. @throws NotSendable where it would have more than it may */
async function load(tx: Tx, { machine, programs, piles = [], form }: LoadedWith): Promise<void> {
  await putPrograms(tx, machine, programs);
  const all = await putPiles(tx, machine, piles);
  if (all > MOST_OF_A_MACHINE)
    throw new NotSendable(
      `${machine} would have ${all} programs; it may have ${MOST_OF_A_MACHINE}. Take out some that nobody needs first.`,
    );
  if (form === null) return;
  const parsed = ProgramForm.safeParse(form);
  if (!parsed.success)
    throw new NotSendable(`The form of the files of ${machine} is none: ${firstProblem(parsed.error)}`);
  await putForm(tx, machine, parsed.data);
}

export const shopFile = (): Promise<ShopFile> => readShopFile(sql);
/** All that the shop has, with what its machines are loaded with: nothing of that where they have none. */
export async function wholeShopFile(): Promise<ShopFile> {
  const programs = await allPrograms(sql);
  return { ...(await shopFile()), ...(programs.length > 0 ? { programs } : {}) };
}
export const jobsHaving = (id: string): ReturnType<typeof jobsWith> => jobsWith(sql, id);
