import { eventStream, exchange } from '../../server';
import { endpoint, refusal } from '../_api';

/** What changes, as it changes. A stream that was cut goes on behind the last event heard. */
export const GET = endpoint(async ({ request, url }) => {
  const lastId = request.headers.get('last-event-id') ?? url.searchParams.get('after');
  const stream = eventStream(request.signal, lastId, exchange());
  if (!stream) return refusal(503, 'Too many windows listen already. Close some.');
  return new Response(stream, {
    headers: { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' },
  });
});
