import { createReadStream, existsSync, statSync } from 'node:fs';
import { exportFile, findExport, inZip, paced, sql } from '../../../../server';
import { endpoint, idOf, notThere } from '../../../_api';

export const GET = endpoint(async (context) => {
  const it = await findExport(sql, idOf(context));
  const path = it && exportFile(it.id);
  if (!it || it.state !== 'done' || !path || !existsSync(path)) return notThere();
  const zip = inZip(it.pass);
  const name = `${it.docket.title.toWellFormed()} ${it.proof ? 'proof' : it.pass === 'all' ? 'sheets' : it.pass}.${zip ? 'zip' : 'pdf'}`;
  const plain = name.replace(/[^\x20-\x7e]|["\\/]/g, '_');
  return new Response(paced(createReadStream(path, { highWaterMark: 1 << 18 })), {
    headers: {
      'Content-Type': zip ? 'application/zip' : 'application/pdf',
      'Content-Length': String(statSync(path).size),
      // RFC 6266: a plain name, and the real one
      'Content-Disposition': `attachment; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(name)}`,
    },
  });
});
