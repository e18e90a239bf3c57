import { wrap, type Remote } from 'comlink';
import type { PictureWorker, SmallPicture } from './picture.worker';

let remote: Remote<PictureWorker> | undefined;

/** Makes a picture small away from the page's own thread, see the worker. */
export function shrinkAway(file: Blob): Promise<SmallPicture> {
  remote ??= wrap<PictureWorker>(new Worker(new URL('./picture.worker', window.location.href)));
  return remote.shrink(file);
}
