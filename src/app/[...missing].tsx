import { useRouter } from 'expo-router';
import { ActionButton } from '@/ui/ActionButton';
import { EmptyPage } from '@/ui/EmptyState';

export default function Missing() {
  const router = useRouter();
  return (
    <EmptyPage
      title="There is no such page"
      text="The address may be from another version of the app."
      act={<ActionButton label="To today" onPress={() => router.replace('/')} />}
    />
  );
}
