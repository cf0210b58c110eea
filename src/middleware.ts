import { defineMiddleware } from 'astro:middleware';
import { askedWrongly, HEADERS } from './server/guard';

/** What the process that listens sees to for files of the site as well holds here for pages, however they are served. */
export const onRequest = defineMiddleware(async ({ request, url }, next) => {
  const problem = askedWrongly(
    request.headers.get('host') ?? '',
    request.method,
    request.headers.get('origin') ?? undefined,
    url.protocol === 'https:',
  );
  const response = problem
    ? new Response(JSON.stringify({ message: problem.message }), {
        status: problem.status,
        headers: { 'Content-Type': 'application/json' },
      })
    : await next();
  for (const [name, value] of Object.entries(HEADERS)) {
    // a page says by their hashes which inline scripts it was built with; sizes and colours of drawings are set on
    // elements, and can do no more than that
    const own = name === 'Content-Security-Policy' ? response.headers.get(name) : null;
    const more = "style-src-attr 'unsafe-inline'; frame-ancestors 'none'";
    response.headers.set(name, own ? `${own.replace(/;?\s*$/, '')}; ${more}` : value);
  }
  return response;
});
