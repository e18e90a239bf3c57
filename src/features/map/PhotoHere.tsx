import { useState } from 'react';
import { pickFile, type OpenJob } from '@/data';
import { usePhotos, type PhotoAbout } from '@/data/photos';
import { Problem } from '@/ui/Notice';
import { TextButton } from '@/ui/TextButton';

/** A photo of a place that was tapped on the drawing. */
export default function PhotoHere({ open, about, onDone }: { open: OpenJob; about: PhotoAbout; onDone(): void }) {
  const { add } = usePhotos(open.job.id);
  const [problem, setProblem] = useState<string>();
  const take = async () => {
    const file = await pickFile('image/*');
    if (file) await add(file, about).then(onDone, (e: Error) => setProblem(e.message));
  };
  return (
    <>
      <Problem says={problem} />
      <TextButton label="A photo of this place" onPress={() => void take()} testID="photo-here" />
    </>
  );
}
