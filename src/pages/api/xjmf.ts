import { readSignals } from '../../core/ticket';
import { signalled } from '../../server';
import { endpoint, json } from '../_api';
import { BadBody, bytesOf, keepable } from '../_body';

/** A message is no larger. */
const MOST = 256 << 10;

/** Takes status messages of finishing machines in: XJMF, as it is sent over HTTP. */
export const POST = endpoint(async ({ request }) => {
  const signals = readSignals(new TextDecoder().decode(await bytesOf(request, MOST)));
  if (!keepable(signals)) throw new BadBody(400, 'The message holds characters that cannot be kept.');
  signalled(signals);
  return json({ heard: signals.length });
});
