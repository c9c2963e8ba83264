import type { FastifyInstance } from 'fastify';

interface Operation {
  readonly summary?: string;
}

const escape = (s: string): string => s.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);

/** The API described: machine-readable at /api/openapi.json, for people at /api/docs. */
export function apiPage(app: FastifyInstance, _: object, done: () => void): void {
  app.get('/openapi.json', { schema: { summary: 'This description, as OpenAPI 3', hide: false } }, () => app.swagger());
  app.get('/docs', { schema: { hide: true } }, (_, reply) => {
    const paths = Object.entries((app.swagger() as { paths?: Record<string, Record<string, Operation>> }).paths ?? {});
    const rows = paths.flatMap(([path, methods]) =>
      Object.entries(methods).map(
        ([method, o]) =>
          `<tr><td>${method.toUpperCase()}</td><td><code>${escape(path)}</code></td><td>${escape(o.summary ?? '')}</td></tr>`,
      ),
    );
    return reply.type('text/html').send(`<!doctype html><html lang="en"><meta charset="utf-8"><title>Vilko API</title>
<style nonce="${reply.cspNonce.style}">body{font:15px sans-serif;margin:32px;color:#1d2733;background:#f6f3ec}td{padding:4px 16px 4px 0;vertical-align:top}</style>
<h1>Vilko API</h1><p>The whole description: <a href="/api/openapi.json">openapi.json</a>. Two WebSockets beside it: <code>/api/bays/:bay/feed</code> for devices, <code>/api/bays/:bay/live</code> for browsers (docs/live-feed.md).</p><table>${rows.join('')}</table></html>`);
  });
  done();
}
