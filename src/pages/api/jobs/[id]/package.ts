import { Readable } from 'node:stream';
import { packageOfJob } from '../../../../server';
import { endpoint, idOf, notThere } from '../../../_api';

/** The job's layout as XJDF in a ZIP with the PDFs that it places. */
export const GET = endpoint(async (context) => {
  const it = await packageOfJob(idOf(context));
  if (!it) return notThere();
  const name = `${it.number} ${it.title.replace(/[^\p{L}\p{N} -]/gu, '').trim()}.zip`;
  return new Response(Readable.toWeb(Readable.from(it.parts)) as ReadableStream, {
    headers: {
      'Content-Type': 'application/zip',
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      'Cache-Control': 'no-store',
    },
  });
});
