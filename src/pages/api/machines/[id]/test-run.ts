import * as z from 'zod';
import { testRun } from '../../../../server';
import { endpoint, notThere } from '../../../_api';

const Wish = z.object({
  pass: z.enum(['fronts', 'backs']),
  width: z.coerce.number().min(50).max(2000),
  height: z.coerce.number().min(50).max(2000),
});

/** Two sheets to learn by how the machine takes its pile back. */
export const GET = endpoint(async ({ params, url }) => {
  const wish = Wish.parse(Object.fromEntries(url.searchParams));
  const bytes = await testRun(params.id ?? '', wish, wish.pass);
  if (!bytes) return notThere();
  return new Response(new Uint8Array(bytes), {
    headers: {
      'Content-Type': 'application/pdf',
      'Content-Disposition': `attachment; filename="test run ${wish.pass}.pdf"`,
    },
  });
});
