import { Text } from '@/ui/Text';

/** Said of a file without a sum. */
export const Unchecked = () => (
  <Text kind="small" tone="window">
    It is of an older app and has no sum: whether it was damaged on its way cannot be told.
  </Text>
);
