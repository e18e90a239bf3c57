import { View } from 'react-native';
import { ActionButton } from '@/ui/ActionButton';
import { useIsEmptySketch, type Sketch } from '@/ui/map/sketch';
import { gap } from '@/ui/theme';

/** Takes back a stroke of what is being drawn, or all of it. */
export function SketchTools({ sketch, onChange }: { sketch: Sketch; onChange(): void }) {
  const blank = useIsEmptySketch(sketch);
  return (
    <View style={{ flexDirection: 'row', gap: gap(2), marginTop: gap(2) }}>
      <ActionButton
        label="Back one"
        disabled={blank}
        onPress={() => {
          onChange();
          sketch.back();
        }}
      />
      <ActionButton
        label="Clear"
        disabled={blank}
        onPress={() => {
          onChange();
          sketch.clear();
        }}
      />
    </View>
  );
}
