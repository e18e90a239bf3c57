/** @jest-environment node */
import exifr from 'exifr';
import fc from 'fast-check';
import { encode } from 'jpeg-js';
import { JOB } from '../testing';
import { JOB_FORMAT, JOB_FORMAT_VERSION, readJobFile, writeJobFile } from './jobFile';
import { MOST_PICTURE_SIGNS, pictureProblem, picturesProblems } from './pictures';

const jpeg = (side = 24): Buffer =>
  Buffer.from(encode({ data: new Uint8Array(side * side * 4).fill(120), width: side, height: side }, 60).data);
const base64 = (b: Uint8Array): string => Buffer.from(b).toString('base64');
/** With a segment put behind the beginning. */
const withSegment = (kind: number, text: string): Buffer => {
  const [start, rest] = [jpeg().subarray(0, 2), jpeg().subarray(2)];
  const body = Buffer.from(text);
  return Buffer.concat([start, Buffer.from([0xff, kind, 0, body.length + 2]), body, rest]);
};
const photo = { id: 'ph', panelId: 'door', takenMs: JOB.createdMs + 1, widthPx: 24, heightPx: 24, bytes: 400 };

describe('pictures of a file', () => {
  it('a JPEG that tells nothing is taken; one that tells where or by what it was taken is not', () => {
    expect(pictureProblem(base64(jpeg()))).toBeUndefined();
    expect(pictureProblem(base64(withSegment(0xe1, 'Exif\0\0MM\0*')))).toContain('where or how');
    expect(pictureProblem(base64(withSegment(0xed, 'Photo maker 3.0')))).toContain('where or how');
    // A comment of the writer's own tells neither.
    expect(pictureProblem(base64(withSegment(0xfe, 'a comment')))).toBeUndefined();
  });
  it.each([
    [42, 'base64'],
    ['not base64!', 'base64'],
    [base64(Buffer.from('GIF89a, and more')), 'no JPEG'],
    [base64(jpeg().subarray(0, 8)), 'broken'],
    ['A'.repeat(MOST_PICTURE_SIGNS + 4), 'larger'],
  ])('%#: what is none is refused', (raw, why) => expect(pictureProblem(raw)).toContain(why));
  it('bent in any one byte it is refused, or an independent reader finds no maker in it either', async () => {
    // One directory of Exif (TIFF, big-endian) with the maker: ASCII, eight signs that stand behind it.
    const tiff = Buffer.alloc(34);
    tiff.write('MM\0*', 0, 'latin1');
    tiff.writeUInt32BE(8, 4);
    tiff.writeUInt16BE(1, 8);
    tiff.writeUInt16BE(0x010f, 10);
    tiff.writeUInt16BE(2, 12);
    tiff.writeUInt32BE(8, 14);
    tiff.writeUInt32BE(26, 18);
    tiff.write('Maker 1\0', 26, 'latin1');
    const whole = withSegment(0xe1, `Exif\0\0${tiff.toString('latin1')}`);
    const makerIn = (b: Buffer): Promise<unknown> =>
      exifr.parse(b).then(
        (found: { Make?: unknown } | undefined) => found?.Make,
        () => undefined,
      );
    expect(await makerIn(whole)).toBe('Maker 1');
    expect(pictureProblem(base64(whole))).toContain('where or how');
    await fc.assert(
      fc.asyncProperty(fc.nat(whole.length - 1), fc.integer({ min: 1, max: 255 }), async (at, by) => {
        const bent = Buffer.from(whole);
        bent[at]! ^= by;
        if (pictureProblem(base64(bent)) === undefined) expect(await makerIn(bent)).toBeUndefined();
      }),
      { numRuns: 2000 },
    );
  });
  it('whatever bytes stand there, it says something or nothing, and never throws', () =>
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 300 }), (bytes) => {
        const said = pictureProblem(base64(Buffer.concat([Buffer.from([0xff, 0xd8, 0xff]), Buffer.from(bytes)])));
        expect(said === undefined || said.length > 0).toBe(true);
      }),
    ));
  it('go with the job’s file and come back the same; one of no photo is refused, named by where it stands', () => {
    const job = { ...JOB, photos: [photo] };
    const pictures = { ph: base64(jpeg()) };
    const file = writeJobFile(job, [], [], JOB.createdMs + 2, undefined, pictures);
    const read = readJobFile(JSON.parse(JSON.stringify(file)));
    expect(read.ok && read.value).toMatchObject({ format: JOB_FORMAT, version: JOB_FORMAT_VERSION, pictures });
    expect(read.ok && read.value.job.photos).toEqual([photo]);
    expect(picturesProblems({ other: pictures.ph }, [photo])).toEqual([
      { path: 'pictures.other', message: 'A picture is of no photo of the job' },
    ]);
    const gone = readJobFile(
      JSON.parse(JSON.stringify({ ...file, job: { ...job, photos: [{ ...photo, panelId: 'x' }] } })),
    );
    expect(!gone.ok && gone.error[0]!.path).toBe('job.photos[0].panelId');
  });
});
