import { useKeepPictures } from '@/data/useKeepPictures';
import { useKeepSharing } from '@/data/share/useKeepSharing';

/** What goes on behind a page at rest and shows nothing: pictures are gone over, shared jobs are kept in step with other phones. */
export default function AtRest() {
  useKeepPictures();
  useKeepSharing();
  return null;
}
