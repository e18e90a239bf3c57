import type { ReactNode } from 'react';
import { View } from 'react-native';
import { useLook, useWide } from './look';

/** List and detail: side by side on a wide screen, the detail alone on a phone. */
export function Beside({ list, detail }: { list: ReactNode; detail: ReactNode }) {
  const { palette } = useLook();
  if (!useWide()) return <>{detail}</>;
  return (
    <View style={{ flex: 1, flexDirection: 'row', minHeight: 0 }}>
      <View style={{ width: 420, borderRightWidth: 1, borderRightColor: palette.line }}>{list}</View>
      <View style={{ flex: 1, minWidth: 0 }}>{detail}</View>
    </View>
  );
}
