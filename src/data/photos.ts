import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { Job } from '@/core';
import { photosNamed, type Photo } from '@/core/log/photos';
import { shrinkAway } from '@/workers/picture';
import { useShopActions } from './actions';
import { nowMs } from './clock';
import { useData } from './DataProvider';
import { pickFile } from './files';
import { newId } from './id';
import { useJobs } from './jobs';
import { reportStorageFailure } from './reportStorageFailure';
import { usePictures } from './usePictures';

/** What a photo is of. */
export type PhotoAbout = Pick<Photo, 'panelId' | 'side' | 'says' | 'face' | 'at' | 'faultId' | 'bagId' | 'eventId'>;

/** What is changed of it; undefined takes it away. */
export type PhotoPatch = { [K in keyof PhotoAbout]?: PhotoAbout[K] | undefined };

/** Photos of one job at most, bytes: as text in its file they are a third more. */
const MOST_JOB_BYTES = 44_000_000;

/** @throws with a sentence where they are more than a job keeps */
function withRoom(photos: Photo[]): Photo[] {
  if (photos.reduce((s, p) => s + p.bytes, 0) <= MOST_JOB_BYTES) return photos;
  throw new Error(
    `A job keeps up to ${MOST_JOB_BYTES / 1e6}\u00a0MB of photos, so that its file can be sent. Delete some first.`,
  );
}

/** Photos of a job: one is added with its picture, changed, and deleted for good. */
export function usePhotos(jobId: string) {
  const data = useData();
  const store = usePictures();
  const { changeJob } = useShopActions();
  const client = useQueryClient();
  const change = (f: (all: readonly Photo[]) => Photo[]) =>
    changeJob(jobId, (j: Job) => ({ ...j, photos: f(j.photos ?? []) }));
  return {
    /** @throws with a sentence where it is no picture or there is no room: nothing of it is kept then */
    add: async (file: Blob, about: PhotoAbout): Promise<Photo> => {
      const small = await shrinkAway(file);
      if ('problem' in small) throw new Error(small.problem);
      const { base64, ...size } = small;
      const takenMs = nowMs();
      const photo: Photo = { id: newId(takenMs), takenMs, ...size, ...about };
      await reportStorageFailure(data, store.put({ [photo.id]: base64 }));
      await change((all) => withRoom([...all, photo])).catch(async (e: unknown) => {
        await store.remove([photo.id]).catch(() => undefined);
        throw e;
      });
      client.setQueryData(pictureKey(photo.id), base64);
      return photo;
    },
    change: (id: string, patch: PhotoPatch) =>
      change((all) =>
        all.map((p) =>
          p.id === id
            ? (Object.fromEntries(
                Object.entries({ ...p, ...patch }).filter(([, v]) => v !== undefined),
              ) as unknown as Photo)
            : p,
        ),
      ),
    /** Its picture is gone for good; where it hung on the job is remembered, so that another phone takes it away too. */
    remove: async (id: string): Promise<void> => {
      await change((all) => all.filter((p) => p.id !== id));
      await store.remove([id]);
      client.removeQueries({ queryKey: pictureKey(id) });
    },
  };
}

/** A photo is asked for and kept; what went wrong is said in `problem`. */
export function useTakePhoto(jobId: string) {
  const { add } = usePhotos(jobId);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string>();
  /** @returns the photo; undefined where somebody thought better of it, or it could not be kept */
  const take = async (about: PhotoAbout): Promise<Photo | undefined> => {
    const file = await pickFile('image/*');
    if (!file) return undefined;
    setBusy(true);
    const photo = await add(file, about).catch((e: Error) => e);
    setBusy(false);
    setProblem(photo instanceof Error ? photo.message : undefined);
    return photo instanceof Error ? undefined : photo;
  };
  return { take, busy, problem };
}

const pictureKey = (id: string) => ['picture', id];
/** A picture is kept in memory for so long after a page has shown it, ms. */
const SHOWN_MS = 30_000;

/** The address of a picture; null: it is not on this phone; undefined while it is read. */
export function usePicture(id: string): string | null | undefined {
  const store = usePictures();
  const base64 = useQuery({
    queryKey: pictureKey(id),
    queryFn: async () => (await store.get([id]))[id] ?? null,
    gcTime: SHOWN_MS,
  }).data;
  return typeof base64 === 'string' ? `data:image/jpeg;base64,${base64}` : base64;
}

/** Pictures of some photos as addresses, by id, for a page that is handed over. */
export function usePicturesOf(ids: readonly string[]): ReadonlyMap<string, string> | undefined {
  const store = usePictures();
  return useQuery({
    queryKey: ['pictures', ...ids],
    queryFn: async () =>
      new Map(Object.entries(await store.get(ids)).map(([id, b]) => [id, `data:image/jpeg;base64,${b}`])),
    gcTime: SHOWN_MS,
    enabled: ids.length > 0,
  }).data;
}

/** Deletes the pictures of a job that was deleted, but for those that another job shows too. */
export function useDropPictures(): (job: Job) => void {
  const store = usePictures();
  const { jobs } = useJobs();
  return (job) => {
    const others = new Set(jobs.flatMap((j) => (j.job.id === job.id ? [] : photosNamed(j.job))));
    // What is left over is gone over at a later start.
    void store.remove(photosNamed(job).filter((id) => !others.has(id))).catch(() => undefined);
  };
}
