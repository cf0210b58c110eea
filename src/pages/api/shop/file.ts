import { ShopFile, shopFileText } from '../../../core';
import { importShop, wholeShopFile } from '../../../server';
import { endpoint, json } from '../../_api';
import { jsonOf } from '../../_body';

/** The shop as a file. */
export const GET = endpoint(async () => {
  const file = await wholeShopFile();
  const name = file.house.name.replace(/[^\p{L}\p{N} -]/gu, '').trim() || 'shop';
  return new Response(shopFileText(file), {
    headers: {
      'Content-Type': 'application/json',
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(`${name}.shop.json`)}`,
      'Cache-Control': 'no-store',
    },
  });
});

/** Takes a shop's file in; `?house` takes over its name and its way to write as well. */
export const POST = endpoint(async (context) => {
  const file = ShopFile.parse(await jsonOf(context, 32 << 20));
  return json(await importShop(file, context.url.searchParams.has('house')));
});
