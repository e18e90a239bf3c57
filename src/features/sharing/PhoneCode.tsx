import { View } from 'react-native';
import Svg, { Path, Rect } from 'react-native-svg';
import { waitText } from '@/core';
import { codePath } from '@/core/record/label';
import { spokenCode } from '@/core/share/code';
import { useNow } from '@/data';
import { Stack } from '@/ui/layout';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { gap } from '@/ui/theme';

/** Side of the code on the screen: a phone reads it from an arm's length. */
const SIDE = 208;

/** A code by which another phone comes in: to be scanned, or read aloud. */
export function PhoneCode({ invite, onWithdraw }: { invite: { code: string; untilMs: number }; onWithdraw(): void }) {
  const now = useNow(5000);
  const left = invite.untilMs - now;
  if (left <= 0) return <Text kind="small">The code is over. Have a new one made.</Text>;
  const { sizeDots, path } = codePath(`${window.location.origin}/sharing#${invite.code}`);
  return (
    <Stack top={3} between={2}>
      <Text kind="small">
        Scan this with the other phone’s camera, or open this page there and type the code. Tell it nobody else: whoever
        types it first is in.
      </Text>
      <View style={{ alignSelf: 'center' }}>
        <Svg
          width={SIDE}
          height={SIDE}
          viewBox={`0 0 ${sizeDots} ${sizeDots}`}
          aria-label="The address with the code, to be scanned"
          role="img"
        >
          <Rect width={sizeDots} height={sizeDots} fill="#fff" />
          <Path d={path} fill="#000" />
        </Svg>
      </View>
      <View style={{ alignItems: 'center', gap: gap(1) }}>
        <Text kind="figure" testID="share-code">
          {spokenCode(invite.code)}
        </Text>
        <Text kind="small" tone="muted">{`Good for ${waitText(left)}, and for one phone`}</Text>
        <View>
          <TextButton label="Withdraw it" onPress={onWithdraw} />
        </View>
      </View>
    </Stack>
  );
}
