import { defineMiddleware } from 'astro:middleware';

const LOCAL = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/;

/** Only the machine itself, or the host it was told to serve, is answered: no other site may drive it through a browser. */
export const onRequest = defineMiddleware(async ({ request }, next) => {
  const host = request.headers.get('host') ?? '';
  if (!LOCAL.test(host) && host !== process.env.ODD_SPARROW_HOST)
    return new Response('Not served under this name.', { status: 421 });
  if (request.method !== 'GET' && request.method !== 'HEAD') {
    const origin = request.headers.get('origin');
    if (origin && new URL(origin).host !== host) return new Response('Not from another site.', { status: 403 });
  }
  const response = await next();
  response.headers.set('X-Content-Type-Options', 'nosniff');
  response.headers.set('X-Frame-Options', 'DENY');
  response.headers.set('Referrer-Policy', 'same-origin');
  return response;
});
