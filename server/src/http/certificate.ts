/** The names that a certificate was made for. */
import { X509Certificate } from 'node:crypto';

/** @param pem the certificate, or a chain of which it is the first */
export function namesOfCertificate(pem: Buffer): string[] {
  const { subjectAltName = '', subject = '' } = new X509Certificate(pem);
  const names = subjectAltName
    .split(',')
    .map((name) => /^\s*(?:DNS|IP Address):(.+)$/.exec(name)?.[1]?.trim())
    .filter((name) => name !== undefined);
  const common = /^CN=(.+)$/m.exec(subject)?.[1];
  return [...new Set([...names, ...(names.length === 0 && common ? [common] : [])])];
}
