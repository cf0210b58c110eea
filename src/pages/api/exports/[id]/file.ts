import { createReadStream, existsSync, statSync } from 'node:fs';
import { LAYOUT_FORMATS } from '../../../../core/ticket';
import { exportFile, findExport, inZip, paced, sql } from '../../../../server';
import { endpoint, idOf, notThere } from '../../../_api';

const PDF = { extension: 'pdf', type: 'application/pdf' };
const ZIP = { extension: 'zip', type: 'application/zip' };
const PPF = { extension: 'ppf', type: LAYOUT_FORMATS.ppf.type };

export const GET = endpoint(async (context) => {
  const it = await findExport(sql, idOf(context));
  const path = it && exportFile(it.id);
  if (!it || it.state !== 'done' || !path || !existsSync(path)) return notThere();
  const { extension, type } = it.pass === 'previews' ? PPF : inZip(it.pass) ? ZIP : PDF;
  const name = `${it.docket.title.toWellFormed()} ${it.proof ? 'proof' : it.pass === 'all' ? 'sheets' : it.pass}.${extension}`;
  const plain = name.replace(/[^\x20-\x7e]|["\\/]/g, '_');
  return new Response(paced(createReadStream(path, { highWaterMark: 1 << 18 })), {
    headers: {
      'Content-Type': type,
      'Content-Length': String(statSync(path).size),
      // RFC 6266: a plain name, and the real one
      'Content-Disposition': `attachment; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(name)}`,
    },
  });
});
