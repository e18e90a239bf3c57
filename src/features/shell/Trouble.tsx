import { useState } from 'react';
import { STORAGE_WORDS, useData, useSettings } from '@/data';
import { useExchange } from '@/data/useExchange';
import { Notice } from '@/ui/Notice';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';

/** What is shown is not safe: what is wrong, what to do, and the way to do it. It stays until the data is safe. */
export default function Trouble() {
  const { trouble } = useData();
  const settings = useSettings();
  const { saveShop } = useExchange();
  const [failed, setFailed] = useState<string>();
  if (!trouble) return null;
  return (
    <Notice tone="stop" testID="storage-trouble">
      <Text kind="small">{STORAGE_WORDS[trouble]}</Text>
      <TextButton
        label="Save the shop as a file"
        onPress={() =>
          void saveShop(settings?.shopName ?? 'shop').then(
            () => setFailed(undefined),
            (e: Error) => setFailed(e.message),
          )
        }
      />
      {failed !== undefined && <Text kind="small">{`It could not be written: ${failed}`}</Text>}
    </Notice>
  );
}
