import { StyleSheet } from 'react-native';
import { Button } from 'react-native-paper';
import { useAppTheme } from './appTheme';
import { Icon, type IconName } from './icons';
import { textStyle, type Tone } from './Text';
import { gap, TARGET } from './theme';

/** A quiet act in text. */
export function TextButton({
  label,
  of,
  onPress,
  icon,
  tone = 'do',
  testID,
}: {
  label: string;
  /** What it is about, said aloud where the eye sees it beside it. */
  of?: string;
  onPress(): void;
  icon?: IconName;
  tone?: Tone;
  testID?: string;
}) {
  const { palette, scale } = useAppTheme();
  const ink = palette[tone];
  return (
    <Button
      mode="text"
      compact
      onPress={onPress}
      {...(icon && { icon: () => <Icon name={icon} color={ink} size={20} /> })}
      {...(of !== undefined && { accessibilityLabel: `${label} ${of}` })}
      {...(testID !== undefined && { testID })}
      style={styles.button}
      contentStyle={[styles.content, icon && styles.withIcon]}
      labelStyle={[textStyle('strong', ink, scale), styles.label, icon && styles.besideIcon]}
    >
      {label}
    </Button>
  );
}

const styles = StyleSheet.create({
  button: {
    alignSelf: 'flex-start',
    minWidth: TARGET,
    minHeight: TARGET,
    borderRadius: 6,
    justifyContent: 'center',
    maxWidth: '100%',
  },
  content: { minHeight: TARGET, justifyContent: 'flex-start', paddingRight: gap(2) },
  // Paper sets a sign in by this much; ours stands at the edge of the words above it.
  withIcon: { marginLeft: -gap(2) },
  besideIcon: { marginLeft: gap(1.5) },
  label: { marginHorizontal: 0, marginVertical: 0, textAlign: 'left', whiteSpace: 'normal', flexShrink: 1 } as object,
});
