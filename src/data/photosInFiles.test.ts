/** @jest-environment node */
import { Blob as NodeBlob } from 'node:buffer';
import { encode } from 'jpeg-js';
import type { Job } from '@/core';
import { stampJob } from '@/core/log/mergeJob';
import { JOB } from '@/core/testing';
import { writeJobFile } from '@/core/formats/jobFile';
import { createExchange } from './exchange';
import { inMemory } from './pictures';
import { openRepository } from './repository';
import { memoryStorage } from './storage';

const T0 = Date.UTC(2030, 4, 6, 8);
const picture = Buffer.from(
  encode({ data: new Uint8Array(16 * 16 * 4).fill(90), width: 16, height: 16 }, 60).data,
).toString('base64');
const photo = {
  id: 'ph',
  panelId: 'door',
  takenMs: T0,
  widthPx: 16,
  heightPx: 16,
  bytes: 300,
  side: 'before' as const,
};

async function phone() {
  const repo = openRepository(memoryStorage(), `photos-${Math.random()}`);
  const pictures = inMemory();
  return { repo, pictures, exchange: createExchange(repo, pictures) };
}
type Phone = Awaited<ReturnType<typeof phone>>;
async function sendJob(from: Phone, to: Phone): Promise<void> {
  const text = await from.exchange.writeJob(JOB.id, T0 + 1000);
  const read = await to.exchange.readJob(new NodeBlob([text]) as unknown as Blob);
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  await to.exchange.putJob(read.value.here ? 'merge' : 'replace');
}
const photosOf = async ({ repo }: Phone): Promise<Job['photos']> => (await repo.load(JOB.id))?.job.photos;

describe('photos between phones', () => {
  it('go with a job’s file and with the whole shop, and what was deleted does not come back', async () => {
    const [a, b, c] = [await phone(), await phone(), await phone()];
    await a.repo.putJobs([writeJobFile(JOB, [], [], T0)]);
    await sendJob(a, b);
    await a.pictures.put({ ph: picture });
    await a.repo.changeJob(JOB.id, (j) => stampJob(j, { ...j, photos: [photo] }, T0 + 100));
    await sendJob(a, b);
    expect(await photosOf(b)).toEqual([photo]);
    expect(await b.pictures.get(['ph'])).toEqual({ ph: picture });
    const { bytes } = await b.exchange.writeShop(T0 + 2000);
    const read = await c.exchange.readShop(new NodeBlob([bytes]) as unknown as Blob);
    if (!read.ok) throw new Error(JSON.stringify(read.error));
    await c.exchange.putShop();
    expect(await c.pictures.get(['ph'])).toEqual({ ph: picture });
    // Deleted on one: the others hear of it, and no file brings it back.
    await b.repo.changeJob(JOB.id, (j) => stampJob(j, { ...j, photos: [] }, T0 + 3000));
    await b.pictures.remove(['ph']);
    await sendJob(a, b);
    expect(await photosOf(b)).toEqual([]);
    await sendJob(b, a);
    expect(await photosOf(a)).toEqual([]);
  });
});
