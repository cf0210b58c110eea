import { Readable } from 'node:stream';
import * as z from 'zod';
import { LAYOUT_FORMATS, type LayoutFormat } from '../../../../core/ticket';
import { layoutOfJob } from '../../../../server';
import { endpoint, idOf, notThere } from '../../../_api';

const As = z.enum(Object.keys(LAYOUT_FORMATS) as LayoutFormat[]);

/** A layout of many sheets is written between other requests, not before them. */
async function* paced(pieces: Iterable<string>): AsyncGenerator<string> {
  let text = '';
  for (const piece of pieces) {
    text += piece;
    if (text.length < 64 << 10) continue;
    yield text;
    text = '';
    await new Promise(setImmediate);
  }
  yield text;
}

/** The job's layout for the program that goes on with it: `?as=xjdf` or `?as=jdf`. */
export const GET = endpoint(async (context) => {
  const as = As.parse(context.url.searchParams.get('as') ?? 'xjdf');
  const layout = await layoutOfJob(idOf(context), as);
  if (!layout) return notThere();
  const name = `${layout.number} ${layout.title.replace(/[^\p{L}\p{N} -]/gu, '').trim()}.${as}`;
  return new Response(Readable.toWeb(Readable.from(paced(layout.pieces))) as ReadableStream, {
    headers: {
      'Content-Type': LAYOUT_FORMATS[as].type,
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      'Cache-Control': 'no-store',
    },
  });
});
