import { House } from '../../../core';
import { changeHouse } from '../../../server';
import { endpoint, json } from '../../_api';
import { jsonOf } from '../../_body';

/** What the shop is called, and how it measures and writes. */
export const PUT = endpoint(async (context) => {
  const house = House.parse(await jsonOf(context));
  await changeHouse(house);
  return json(house);
});
