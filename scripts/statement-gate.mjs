// Stands between a program and MariaDB, counts the statements that write, and does something right after one of them
// has been carried out, before its sender hears of it: a kill at a statement's end, not after some time.
import { createConnection, createServer } from 'node:net';

const comQuery = 0x03;
const writes =
  /^\s*(?:\/\*[!\w].*?)?(?:CREATE|ALTER|DROP|RENAME|INSERT|UPDATE|DELETE|REPLACE|GRANT|SET\s+@|LOCK|UNLOCK|COMMIT|DO|SELECT SETVAL|\/\*!\d+ (?:ALTER|CREATE|SET)|\/\*M?!\d+)/i;

/**
 * @typedef {{ close(): Promise<void>, counted(): number, last(): string }} Gate
 * @param {number | string} listen a port of 127.0.0.1, or the path of a socket
 * @param {number | string} target the same of MariaDB itself
 * @param {number} nth the statement after which `act` is called; 0 for never
 * @param {() => void} act
 * @returns {Promise<Gate>}
 */
export async function statementGate(listen, target, nth, act) {
  let count = 0;
  let last = '';
  const sockets = new Set();
  const gate = createServer((client) => {
    const server =
      typeof target === 'number' ? createConnection(target, '127.0.0.1') : createConnection(target);
    for (const socket of [client, server]) {
      sockets.add(socket);
      socket.on('error', () => undefined);
      socket.on('close', () => {
        client.destroy();
        server.destroy();
      });
    }
    let held = false;
    let unread = Buffer.alloc(0);
    client.on('data', (chunk) => {
      unread = Buffer.concat([unread, chunk]);
      // Each packet: three bytes of length, its place in order, then the command.
      while (unread.length >= 4) {
        const length = unread.readUIntLE(0, 3);
        if (unread.length < 4 + length) break;
        const [place, command] = [unread[3], unread[4]];
        if (place === 0 && command === comQuery) {
          const text = unread.toString('utf8', 5, Math.min(4 + length, 120));
          if (writes.test(text)) {
            count += 1;
            if (count === nth) {
              held = true;
              last = text;
            }
          }
        }
        unread = unread.subarray(4 + length);
      }
      server.write(chunk);
    });
    server.on('data', (chunk) => {
      // The answer to that statement: it is done, and nobody hears of it.
      if (held) act();
      else client.write(chunk);
    });
  });
  await new Promise((/** @type {(value?: unknown) => void} */ resolve) =>
    typeof listen === 'number' ? gate.listen(listen, '127.0.0.1', resolve) : gate.listen(listen, resolve),
  );
  const close = async () => {
    for (const socket of sockets) socket.destroy();
    await new Promise((resolve) => gate.close(resolve));
  };
  return { close, counted: () => count, last: () => last };
}
