import { useRouter } from 'expo-router';
import { ActionButton } from '@/ui/ActionButton';
import { EmptyState } from '@/ui/EmptyState';
import { Page } from '@/ui/Page';

export default function Missing() {
  const router = useRouter();
  return (
    <Page>
      <EmptyState
        title="There is no such page"
        text="The address may be from another version of the app."
        act={<ActionButton label="To today" onPress={() => router.replace('/')} />}
      />
    </Page>
  );
}
