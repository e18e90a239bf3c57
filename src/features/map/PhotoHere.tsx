import type { OpenJob } from '@/data';
import { useTakePhoto, type PhotoAbout } from '@/data/photos';
import { Problem } from '@/ui/Notice';
import { TextButton } from '@/ui/TextButton';

/** A photo of a place that was tapped on the drawing. */
export default function PhotoHere({ open, about, onDone }: { open: OpenJob; about: PhotoAbout; onDone(): void }) {
  const { take, problem } = useTakePhoto(open.job.id);
  return (
    <>
      <Problem says={problem} />
      <TextButton
        label="A photo of this place"
        onPress={() => void take(about).then((p) => p && onDone())}
        testID="photo-here"
      />
    </>
  );
}
