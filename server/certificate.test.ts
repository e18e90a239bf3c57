/** @jest-environment node */
import { X509Certificate } from 'node:crypto';
import { mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { ownCertificate } from './certificate';

const folder = mkdtempSync(path.join(os.tmpdir(), 'stratocoat-cert-'));
afterAll(() => rmSync(folder, { recursive: true }));
const DAY_MS = 86_400_000;

describe('the certificate of the shop', () => {
  it('is for this machine by name and address, as phones ask for it, and is kept for this user alone', async () => {
    const now = Date.now();
    const { cert, key } = await ownCertificate(folder, now);
    const x = new X509Certificate(cert);
    expect(x.subjectAltName).toContain('DNS:localhost');
    expect(x.checkIP('127.0.0.1')).toBe('127.0.0.1');
    expect(x.ca).toBe(true);
    // Phones take no longer ones.
    expect((Date.parse(x.validTo) - Date.parse(x.validFrom)) / DAY_MS).toBeLessThan(825);
    expect(key).toContain('PRIVATE KEY');
    expect(statSync(path.join(folder, 'certificate.json')).mode & 0o077).toBe(0);
  });
  it('is made anew where only half of it was written', async () => {
    writeFileSync(path.join(folder, 'certificate.json'), '{"key":"-----BEG');
    expect((await ownCertificate(folder, Date.now())).cert).toContain('BEGIN CERTIFICATE');
  });
  it('stays the same until it runs out', async () => {
    const now = Date.now();
    const first = await ownCertificate(folder, now);
    expect((await ownCertificate(folder, now + 300 * DAY_MS)).cert).toBe(first.cert);
    expect((await ownCertificate(folder, now + 400 * DAY_MS)).cert).not.toBe(first.cert);
  });
});
