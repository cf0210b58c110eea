import { sql } from '../../server';
import { endpoint, json } from '../_api';

export const GET = endpoint(async () => {
  await sql('select 1');
  return json({ ok: true });
});
