import { eventStream } from '../../server';
import { endpoint } from '../_api';

export const GET = endpoint(
  async ({ request }) =>
    new Response(eventStream(request.signal), {
      headers: { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', Connection: 'keep-alive' },
    }),
);
