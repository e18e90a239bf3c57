/** @jest-environment node */
import { zipSync } from 'fflate';
import fc from 'fast-check';
import { packFiles, unpackFiles } from './zip';

describe('a zip', () => {
  it('gives back what went in, packed or only stored', () => {
    const names = fc.stringMatching(/^[a-z]{1,8}\.json$/);
    fc.assert(
      fc.property(fc.dictionary(names, fc.string({ unit: 'grapheme', maxLength: 400 })), (texts) => {
        const files = new Map(Object.entries(texts));
        const packed = unpackFiles(packFiles(files));
        expect(packed).toEqual({ ok: true, value: { files, damaged: [] } });
        const raw = Object.fromEntries([...files].map(([n, t]) => [n, new TextEncoder().encode(t)]));
        expect(unpackFiles(zipSync(raw, { level: 0 }))).toEqual(packed);
      }),
      { numRuns: 100 },
    );
  });
  const bomb = () => zipSync({ 'shop.json': new Uint8Array(40_000_000) }, { level: 9 });
  it('that says it grows like no text does is refused before anything is unpacked', () => {
    expect(unpackFiles(bomb())).toEqual({ ok: false, error: 'The zip holds more than any shop has' });
  });
  it('that says it is small and is not is found out after its first bytes, and none of it is taken', () => {
    const zip = bomb();
    const view = new DataView(zip.buffer, zip.byteOffset, zip.byteLength);
    const directory = view.getUint32(zip.length - 22 + 16, true);
    view.setUint32(directory + 24, 5000, true);
    expect(unpackFiles(zip)).toEqual({ ok: true, value: { files: new Map(), damaged: ['shop.json'] } });
  });
});
