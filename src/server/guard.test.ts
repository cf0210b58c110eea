import { createServer, type Server } from 'node:http';
import { connect, type AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { askedWrongly, guard } from './guard';

describe('who is answered', () => {
  it.each([
    // host, method, origin, encrypted, status
    ['127.0.0.1:4380', 'GET', undefined, false, null],
    ['localhost:4380', 'POST', 'http://localhost:4380', false, null],
    ['[::1]:4380', 'POST', 'http://[::1]:4380', false, null],
    ['127.0.0.1:4380', 'POST', undefined, false, null],
    ['127.0.0.1:4380', 'POST', 'null', false, 403],
    ['127.0.0.1:4380', 'POST', 'https://127.0.0.1:4380', false, 403],
    ['127.0.0.1:4380', 'POST', 'http://127.0.0.1:4381', false, 403],
    ['127.0.0.1:4380', 'DELETE', 'http://elsewhere.example', false, 403],
    ['127.0.0.1:4380', 'POST', 'no address', false, 403],
    ['elsewhere.example', 'GET', undefined, false, 421],
    ['', 'GET', undefined, false, 421],
  ] as const)('%s %s from %s', (host, method, origin, encrypted, status) => {
    expect(askedWrongly(host, method, origin, encrypted)?.status ?? null).toBe(status);
  });

  it('under the name it was told to serve, in clear or behind a server that encrypts', () => {
    process.env.ODD_SPARROW_HOST = 'shop.example';
    try {
      expect(askedWrongly('shop.example', 'POST', 'https://shop.example', false)).toBeNull();
      expect(askedWrongly('shop.example', 'POST', 'http://shop.example', false)).toBeNull();
      expect(askedWrongly('shop.example', 'POST', 'https://other.example', false)?.status).toBe(403);
    } finally {
      delete process.env.ODD_SPARROW_HOST;
    }
  });
});

describe('a request', () => {
  let server: Server;
  let port: number;
  beforeAll(async () => {
    server = createServer((req, res) => {
      if (guard(req, res)) res.end('answered');
    });
    await new Promise<void>((r) => server.listen(0, '127.0.0.1', r));
    ({ port } = server.address() as AddressInfo);
  });
  afterAll(() => void server.close());

  const raw = (lines: string): Promise<string> =>
    new Promise((resolve) => {
      const socket = connect(port, '127.0.0.1', () => socket.write(lines.replaceAll('\n', '\r\n')));
      let said = '';
      socket.on('data', (d) => (said += String(d)));
      socket.on('close', () => resolve(said));
      socket.on('error', () => resolve(said));
    });

  it('carries its headers, whatever comes of it', async () => {
    const res = await fetch(`http://127.0.0.1:${port}/sparrow.svg`);
    expect(Object.fromEntries(res.headers)).toMatchObject({
      'x-content-type-options': 'nosniff',
      'x-frame-options': 'DENY',
      'content-security-policy': "default-src 'self'; frame-ancestors 'none'",
    });
  });

  it('that brings too much is refused before it is read, unless it is a file', async () => {
    const ask = (path: string, type: string): Promise<string> =>
      raw(
        `POST ${path} HTTP/1.1\nHost: 127.0.0.1:${port}\nContent-Type: ${type}\nContent-Length: 3000000\nConnection: close\n\n`,
      );
    expect(await ask('/api/jobs/x/changes', 'application/json')).toContain('413');
    expect(await ask('/api/jobs', 'application/json')).toContain('413');
    const files = ['artwork', 'files?name=b', 'table?name=c'].map((part) => `/api/jobs/x/${part}`);
    for (const path of ['/api/jobs?name=a.pdf', ...files, '/api/uploads/ab'])
      expect(await ask(path, 'application/octet-stream')).toContain('answered');
  });

  it('for no address here is refused, and nothing falls over', async () => {
    expect(await raw(`GET // HTTP/1.1\nHost: 127.0.0.1:${port}\nConnection: close\n\n`)).toContain('400');
    expect(await raw(`GET //x HTTP/1.1\nHost: 127.0.0.1:${port}\nOrigin: null\nConnection: close\n\n`)).toContain(
      '400',
    );
    expect(await (await fetch(`http://127.0.0.1:${port}/`)).text()).toBe('answered');
  });
});
