import { useState } from 'react';
import { countText, errorText, type Message } from '@/core';
import { useData, useJobs } from '@/data';
import { useExchange } from '@/data/useExchange';
import { useConfirm } from '@/ui/ConfirmDialog';
import { Problem } from '@/ui/Notice';
import { usePictures } from '@/data/usePictures';
import { useNotify } from '@/ui/notifications';
import { TextButton } from '@/ui/TextButton';

/** The whole shop goes, and never without a file of it. */
export function EmptyShop({ shopName }: { shopName: string }) {
  const { emptyShop } = useData();
  const { jobs } = useJobs();
  const pictures = usePictures();
  const { saveShop } = useExchange();
  const notify = useNotify();
  const [ask, dialog] = useConfirm();
  const [problem, setProblem] = useState<Message>();
  const saveAndEmpty = async () => {
    const leftOut = await saveShop(shopName);
    if (leftOut.length > 0)
      return setProblem(
        `${leftOut.length} records cannot be read and are not in the file: nothing was deleted. Export the jobs one by one first.`,
      );
    await emptyShop();
    await pictures.remove(await pictures.ids());
    notify({ text: 'The shop is empty. All that was in it is in the file.' });
  };
  return (
    <>
      <TextButton
        label="Delete this whole shop"
        tone="stop"
        onPress={() =>
          ask({
            title: 'Delete this whole shop?',
            text: `${countText(jobs.length, 'job')}, the shelf, readings, products and settings go from this browser. A file of all of it is saved first: keep it, and the shop can be put back.`,
            act: 'Save the file, then delete',
            onConfirm: () => void saveAndEmpty().catch((e: Error) => setProblem(errorText(e))),
          })
        }
      />
      <Problem says={problem} />
      {dialog}
    </>
  );
}
