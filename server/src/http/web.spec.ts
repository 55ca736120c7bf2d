import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import express from 'express';
import { contentPolicy, web } from './web.js';

describe('the web application', () => {
  let folder: string;
  let server: Server;
  let address: string;

  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'beacon-web-'));
    writeFileSync(join(folder, 'index.html'), '<db-root ngCspNonce="NONCE_OF_THIS_ANSWER"></db-root>');
    writeFileSync(join(folder, 'main-ABCDEF12.js'), 'let a = 1;');
    writeFileSync(join(folder, 'main-ABCDEF12.js.br'), brotliCompressSync('let a = 1;'));
    writeFileSync(join(folder, 'theme.js'), '1;');
    const app = express().use(contentPolicy(false), web(folder));
    server = createServer(app);
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  });
  afterAll(async () => {
    await new Promise((resolve) => server.close(resolve));
    rmSync(folder, { recursive: true });
  });

  it('gives the page at every address of a page, with the nonce of its policy', async () => {
    for (const path of ['/', '/take-in', '/jobs/0195/trace']) {
      const response = await fetch(address + path);
      const nonce = /ngCspNonce="([^"]+)"/.exec(await response.text())![1]!;
      expect(response.headers.get('Content-Security-Policy')).toContain(`'nonce-${nonce}'`);
      expect(response.headers.get('Cache-Control')).toBe('no-cache');
    }
  });

  it('sends Brotli where it is taken, and lets hashed files be kept', async () => {
    const packed = await fetch(`${address}/main-ABCDEF12.js`, { headers: { 'Accept-Encoding': 'br' } });
    expect(packed.headers.get('Content-Encoding')).toBe('br');
    expect(await packed.text()).toBe('let a = 1;');
    expect(packed.headers.get('Cache-Control')).toContain('immutable');
    expect((await fetch(`${address}/theme.js`)).headers.get('Cache-Control')).toBe('no-cache');
  });

  it('gives no page for files and answers of the interface that are not there', async () => {
    expect((await fetch(`${address}/nothing.js`)).status).toBe(404);
    expect((await fetch(`${address}/api/nothing`)).status).toBe(404);
  });
});
