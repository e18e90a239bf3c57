import { useRouter } from 'expo-router';
import { StyleSheet } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { useAppTheme } from './appTheme';
import { Icon } from './icons';
import { pageHref, type Pages } from './pages';
import { TARGET } from './theme';

/** What the page at hand is about: its job and its panel, from its address. */
export function placeOf(address: string): Pages['/find'] {
  const { pathname, searchParams } = new URL(address, 'http://here');
  const [, page, first, second] = pathname.split('/').map(decodeURIComponent);
  const job = page === 'panel' || page === 'job' ? first : (searchParams.get('job') ?? undefined);
  const panel = page === 'panel' ? second : (searchParams.get('panel') ?? undefined);
  return { ...(job && job !== 'new' && { job }), ...(panel && { panel }) };
}

/** The way to everything that has a name. */
export function FindButton() {
  const { palette } = useAppTheme();
  const router = useRouter();
  return (
    <TouchableRipple
      role="button"
      aria-label="Find"
      onPress={() => router.navigate(pageHref('/find', placeOf(window.location.href)))}
      style={styles.button}
      testID="find"
    >
      <Icon name="find" color={palette.ink} size={22} />
    </TouchableRipple>
  );
}

const styles = StyleSheet.create({
  button: {
    width: TARGET,
    height: TARGET,
    marginLeft: 'auto',
    alignItems: 'center',
    justifyContent: 'center',
  },
});
