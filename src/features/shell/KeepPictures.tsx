import { useKeepPictures } from '@/data/useKeepPictures';

/** Goes over the pictures behind the page, and shows nothing. */
export default function KeepPictures() {
  useKeepPictures();
  return null;
}
