import { useRouter } from 'expo-router';
import { Act, Blank, Page } from '@/ui/parts';

export default function Missing() {
  const router = useRouter();
  return (
    <Page>
      <Blank
        title="There is no such page"
        text="The address may be from another version of the app."
        act={<Act label="To today" onPress={() => router.replace('/')} />}
      />
    </Page>
  );
}
