import {
  cutCard,
  inspect,
  jobCard,
  mark,
  pileSlips,
  plan,
  readyPicture,
  reckon,
  wallOf,
  writing,
  type Docket,
  type ReadyPicture,
} from '../core';
import { sql } from './db';
import { picture } from './pictures';
import { sourcesOf } from './sources';
import { readHouse, recentShop } from './tables/shop';
import { waitedCheck } from './checks';
import { checkReportInWorker, cutCardInWorker, jobCardInWorker, slipsInWorker, wallCardInWorker } from './workers';

/** Wide enough for a card's pictures in print, pixels. */
const WIDE = 640;

/** A page's picture as it is printed, a JPEG; none where it cannot be drawn: the card is written all the same. */
const thumb = async (
  sha256: string | undefined,
  page: number,
  ready: ReadyPicture | null,
): Promise<Uint8Array | null> => (sha256 ? picture(sha256, page, WIDE, 'looked-at', ready).catch(() => null) : null);

/**
 * The card that travels with a job, as PDF. @returns null where its artwork is not in the store
 * @param address where the job is opened
 */
export async function cardOf(number: number, docket: Docket, address: string): Promise<Uint8Array | null> {
  const sources = await sourcesOf(sql, docket);
  if (!sources) return null;
  const { artwork } = sources;
  const planned = plan(docket, artwork);
  const [house, shop] = [await readHouse(sql), await recentShop(sql)];
  const { unit } = house;
  const findings = inspect({ docket, artwork, plan: planned, marks: mark(docket, planned), shop, unit });
  const card = jobCard(number, docket, planned, { findings, figures: reckon(docket, planned) }, unit);
  const files = [docket.artwork.file, ...docket.artwork.more];
  const ready = readyPicture(docket, artwork);
  const thumbs = await Promise.all(card.pages.map(({ file, page }) => thumb(files[file]?.sha256, page, ready)));
  return jobCardInWorker({ card, address, thumbs, unit, house: house.name, writing: writing() });
}

/**
 * The card that lies at the guillotine and the machines behind it, as PDF. @returns null where its artwork is not in the store, or no machine is set for it
 * @param address where the job is opened
 */
export async function cutCardOf(number: number, docket: Docket, address: string): Promise<Uint8Array | null> {
  const sources = await sourcesOf(sql, docket);
  if (!sources) return null;
  const { unit, name } = await readHouse(sql);
  const card = cutCard(number, docket, plan(docket, sources.artwork), unit);
  if (!card) return null;
  return cutCardInWorker({ card, address: `${address}#knife`, unit, house: name, writing: writing() });
}

/**
 * The slips that lie on a job's piles, as PDF. @returns null where its artwork is not in the store
 * @param address where the job is opened
 */
export async function slipsOf(number: number, docket: Docket, address: string): Promise<Uint8Array | null> {
  const sources = await sourcesOf(sql, docket);
  if (!sources) return null;
  const { unit, name } = await readHouse(sql);
  const card = pileSlips(number, docket, plan(docket, sources.artwork), unit);
  return slipsInWorker({ card, address, unit, house: name, writing: writing() });
}

/**
 * The map that a poster is hung by, as PDF. @returns null where its artwork is not in the store, or it is no poster
 * @param address where the job is opened
 */
export async function wallCardOf(number: number, docket: Docket, address: string): Promise<Uint8Array | null> {
  const sources = await sourcesOf(sql, docket);
  const { unit, name } = await readHouse(sql);
  const wall = sources && wallOf(docket, plan(docket, sources.artwork), unit);
  if (!wall) return null;
  const { title, customer, due } = docket;
  const card = { number, title, customer, due, wall };
  return wallCardInWorker({ card, address, unit, house: name, writing: writing() });
}

/** What the check of a job's files came to, as PDF. @returns null where its artwork is not in the store */
export async function checkReportOf(number: number, docket: Docket): Promise<Uint8Array | null> {
  const sources = await sourcesOf(sql, docket);
  if (!sources) return null;
  const { name } = await readHouse(sql);
  const { title, customer } = docket;
  const report = { number, title, customer, files: await waitedCheck(docket, sources.artwork) };
  return checkReportInWorker({ report, house: name, writing: writing() });
}
