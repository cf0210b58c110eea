import { House } from '../../../core';
import { changeHouse, readHouse, sql } from '../../../server';
import { endpoint, json } from '../../_api';
import { jsonOf } from '../../_body';

/** What the shop is called, how it measures and writes, and what it keeps by name. */
export const GET = endpoint(async () => json(await readHouse(sql)));

export const PUT = endpoint(async (context) => {
  const house = House.parse(await jsonOf(context));
  await changeHouse(house);
  return json(house);
});
