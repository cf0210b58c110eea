import * as z from 'zod';
import { PrinterUntrusted, tellOfPrinter } from '../../../machines';
import { endpoint, json, refusal } from '../../_api';
import { jsonOf } from '../../_body';

const Wish = z.strictObject({
  uri: z.string().min(1).max(500),
  /** The certificate that is to be trusted, by its SHA-256. */
  pin: z.string().max(100).nullable().default(null),
});

/** Asks a printer at an address what it is and what it can. A certificate that nobody vouches for is shown first. */
export const POST = endpoint(async (context) => {
  const { uri, pin } = Wish.parse(await jsonOf(context));
  try {
    return json(await tellOfPrinter({ uri, pin }, 6000));
  } catch (e) {
    if (e instanceof PrinterUntrusted)
      return refusal(409, e.message, { code: 'untrusted', fingerprint: e.fingerprint });
    throw e;
  }
});
