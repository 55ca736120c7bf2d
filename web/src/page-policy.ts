/**
 * The page takes scripts from its own address alone. Whatever asks the browser for a worker passes here: the policy
 * that the server’s headers allow beside Angular’s own.
 */
interface Policies {
  createPolicy(name: string, rules: { createScriptURL(address: string): string }): unknown;
}

/** @throws TypeError for any address but that of a script of this page’s own */
export function ownScript(address: string): string {
  const { origin, pathname, href } = new URL(address, location.href);
  if (origin === location.origin && /^\/[\w-]+\.js$/.test(pathname)) return href;
  throw new TypeError(`no script of this page: ${address}`);
}

(globalThis as { trustedTypes?: Policies }).trustedTypes?.createPolicy('default', {
  createScriptURL: ownScript,
});

// Schemas are checked without code that is made while the page runs: the headers forbid that.
(globalThis as { __zod_globalConfig?: { jitless: boolean } }).__zod_globalConfig ??= { jitless: true };
