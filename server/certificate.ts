import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { networkInterfaces } from 'node:os';
import path from 'node:path';
import { generate } from 'selfsigned';

/** What an https server needs. */
export interface Certificate {
  key: string;
  cert: string;
}

/** Phones take certificates of at most 825 days; a year and a bit is enough. */
const DAYS = 397;

/** This machine's addresses on its networks. */
export const ownAddresses = (): string[] =>
  Object.values(networkInterfaces()).flatMap((list) =>
    (list ?? []).flatMap((a) => (a.family === 'IPv4' && !a.internal ? [a.address] : [])),
  );

/**
 * A certificate of this server's own, for its name and its addresses. Kept, so that a phone which was told once to trust it goes on doing so; made
 * anew when it runs out or the addresses are others.
 * @param folder where it is kept
 */
export async function ownCertificate(folder: string, nowMs: number): Promise<Certificate> {
  const addresses = ownAddresses();
  const file = path.join(folder, 'certificate.json');
  try {
    const kept = JSON.parse(readFileSync(file, 'utf8')) as Certificate & { addresses: string[]; untilMs: number };
    if (kept.untilMs > nowMs && addresses.every((a) => kept.addresses.includes(a))) return kept;
  } catch {
    // There is none yet, or only half of one: it is made.
  }
  const untilMs = nowMs + DAYS * 86_400_000;
  const { private: key, cert } = await generate([{ name: 'commonName', value: 'Stratocoat in this workshop' }], {
    keySize: 2048,
    algorithm: 'sha256',
    notAfterDate: new Date(untilMs),
    extensions: [
      { name: 'basicConstraints', cA: true, critical: true },
      { name: 'keyUsage', digitalSignature: true, keyEncipherment: true, keyCertSign: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      {
        name: 'subjectAltName',
        altNames: [
          { type: 2, value: 'localhost' },
          ...['127.0.0.1', ...addresses].map((ip) => ({ type: 7 as const, ip })),
        ],
      },
    ],
  });
  mkdirSync(folder, { recursive: true });
  // The key is for this user's eyes only.
  writeFileSync(file, JSON.stringify({ key, cert, addresses, untilMs }), { mode: 0o600 });
  return { key, cert };
}
