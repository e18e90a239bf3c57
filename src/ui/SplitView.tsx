import type { ReactNode } from 'react';
import { View } from 'react-native';
import { useAppTheme, useWide } from './appTheme';
import { gap } from './theme';

/** What was opened stands in it, beside its list: its head is the head of the view. */
export const DETAIL_ID = 'detail';

/** List and detail: side by side on a wide screen, the detail alone on a phone. */
export function SplitView({ list, detail }: { list: ReactNode; detail: ReactNode }) {
  const { palette } = useAppTheme();
  if (!useWide()) return <>{detail}</>;
  return (
    <View style={{ flex: 1, flexDirection: 'row', minHeight: 0 }}>
      <View style={{ width: 420, borderRightWidth: 1, borderRightColor: palette.line }}>{list}</View>
      <View id={DETAIL_ID} style={{ flex: 1, minWidth: 0 }}>
        {detail}
      </View>
    </View>
  );
}

/** What one works on and what it says: side by side on a wide screen, one below the other on a phone. Stands in a wide page. */
export function TwoColumns({ left, right }: { left: ReactNode; right: ReactNode }) {
  const wide = useWide();
  // The same tree either way: a tablet that is turned keeps what was typed.
  const half = wide ? { flex: 1, minWidth: 0 } : undefined;
  return (
    <View style={wide ? { flexDirection: 'row', gap: gap(8), alignItems: 'flex-start' } : undefined}>
      <View style={half}>{left}</View>
      <View style={half}>{right}</View>
    </View>
  );
}
