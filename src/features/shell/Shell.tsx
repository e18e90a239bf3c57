import { Slot, usePathname } from 'expo-router';
import { lazy, Suspense, useEffect, useMemo, type ReactNode } from 'react';
import { StyleSheet, View, useColorScheme } from 'react-native';
import { PaperProvider } from 'react-native-paper';
import { DataProvider, nowMs, STORAGE_WORDS, StorageProblem, useData, useAfterFirstPaint, useSettings } from '@/data';
import { NewerFormat } from '@/core/formats/version';
import { loadNewest } from '@/data/appVersion';
import { Icon, paperIcon, type IconName } from '@/ui/icons';
import { AppThemeProvider, useAppTheme, useWide, type AppTheme } from '@/ui/appTheme';
import { ActionButton } from '@/ui/ActionButton';
import { EmptyState } from '@/ui/EmptyState';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { LinkArea } from '@/ui/LinkArea';
import { Notifications, NotificationsProvider } from '@/ui/notifications';
import { Region } from '@/ui/Region';
import { Text } from '@/ui/Text';
import { DARK, LIGHT, gap, GLOVE } from '@/ui/theme';
import { paperTheme } from '@/ui/paperTheme';
import { useFindKey } from './useFindKey';
import { DemoBar } from './DemoBar';
import { useFocusKeeper } from '@/ui/focusKeeper';
import { useViewFocus } from '@/ui/viewFocus';
import { pageHref, type OpenPage } from '@/ui/pages';

const TABS: { path: OpenPage; under: string[]; label: string; icon: IconName }[] = [
  { path: '/', under: [], label: 'Today', icon: 'today' },
  {
    path: '/panels',
    under: [
      '/panel',
      '/job',
      '/decide',
      '/fair',
      '/try',
      '/map',
      '/ground',
      '/level',
      '/bags',
      '/order',
      '/blast',
      '/repair',
      '/colour',
      '/blend',
      '/cost',
    ],
    label: 'Panels',
    icon: 'panels',
  },
  { path: '/air', under: ['/heat'], label: 'Air', icon: 'air' },
  { path: '/mix', under: ['/session', '/shelf', '/batches'], label: 'Mix', icon: 'mix' },
  { path: '/shop', under: ['/library'], label: 'Shop', icon: 'shop' },
];

/** Devices and alarms come behind the first page. */
const BackgroundTasks = lazy(() => import('./BackgroundTasks'));
const Trouble = lazy(() => import('./Trouble'));

/** Everything around the views: data, look, navigation for a thumb or a wide screen. */
export function Shell() {
  return (
    <Dressed settings={undefined}>
      <DataProvider loading={<Opening />} choose={(pick) => <FirstRun pick={pick} />}>
        <Inner />
      </DataProvider>
    </Dressed>
  );
}

function Inner() {
  const settings = useSettings();
  return (
    <Dressed settings={settings}>
      <Frame />
    </Dressed>
  );
}

const PAPER = { icon: paperIcon, rippleEffectEnabled: false };

function Dressed({ settings, children }: { settings: ReturnType<typeof useSettings>; children: ReactNode }) {
  const system = useColorScheme();
  const scheme = settings?.scheme ?? 'auto';
  const dark = scheme === 'auto' ? system === 'dark' : scheme === 'dark';
  const palette = dark ? DARK : LIGHT;
  const scale = settings?.textScale ?? 1;
  const units = settings?.units ?? 'metric';
  const currency = settings?.currency ?? '€';
  // The same as long as it says the same: everything that is drawn looks at it.
  const look = useMemo((): AppTheme => ({ palette, scale, units, currency }), [palette, scale, units, currency]);
  const theme = useMemo(() => paperTheme(palette, scale), [palette, scale]);
  return (
    <AppThemeProvider value={look}>
      <PaperProvider theme={theme} settings={PAPER}>
        <NotificationsProvider>{children}</NotificationsProvider>
      </PaperProvider>
    </AppThemeProvider>
  );
}

function Frame() {
  useViewFocus(usePathname());
  const { palette } = useAppTheme();
  const { trouble, mode } = useData();
  useFindKey();
  useFocusKeeper();
  const later = useAfterFirstPaint();
  const wide = useWide();
  return (
    <View style={{ flex: 1, flexDirection: wide ? 'row' : 'column', backgroundColor: palette.paper, height: '100%' }}>
      {wide && <Navigation wide />}
      <Region role="main" name="View" style={styles.main}>
        {mode === 'demo' && <DemoBar />}
        {trouble && (
          <View style={{ paddingHorizontal: gap(4) }}>
            <Suspense fallback={<Notice tone="stop">{STORAGE_WORDS[trouble]}</Notice>}>
              <Trouble />
            </Suspense>
          </View>
        )}
        {later && (
          <Suspense fallback={null}>
            <BackgroundTasks />
          </Suspense>
        )}
        <Slot />
        <Notifications />
      </Region>
      {!wide && <Navigation />}
    </View>
  );
}

/** The five views: a bar for a thumb, a rail on a wide screen. */
function Navigation({ wide = false }: { wide?: boolean }) {
  const { palette, scale } = useAppTheme();
  const path = usePathname();
  return (
    <Region
      role="navigation"
      name="Views"
      style={[wide ? styles.rail : styles.bar, { borderColor: palette.line, backgroundColor: palette.surface }]}
    >
      {TABS.map((t) => {
        const on = path === t.path || t.under.some((u) => path.startsWith(u));
        return (
          <LinkArea
            key={t.path}
            href={pageHref(t.path)}
            label={t.label}
            current={on ? 'page' : undefined}
            style={[wide ? styles.railItem : styles.barItem, { borderColor: on ? palette.ink : 'transparent' }]}
          >
            <View style={styles.item}>
              <Icon name={t.icon} color={on ? palette.ink : palette.muted} />
              <Text
                kind="tag"
                tone={on ? 'ink' : 'muted'}
                style={scale > 1.2 && !wide ? { fontSize: 15, lineHeight: 19 } : undefined}
              >
                {t.label}
              </Text>
            </View>
          </LinkArea>
        );
      })}
    </Region>
  );
}

const styles = StyleSheet.create({
  bar: { flexDirection: 'row', borderTopWidth: 1 },
  rail: { width: 104, borderRightWidth: 1, paddingTop: gap(6) },
  barItem: { flex: 1, minHeight: GLOVE + 6, borderTopWidth: 3, justifyContent: 'center' },
  railItem: { minHeight: GLOVE + 18, borderLeftWidth: 3, justifyContent: 'center' },
  item: { alignItems: 'center', gap: 2 },
  main: { flex: 1, minWidth: 0, minHeight: 0 },
});

function Opening() {
  const { palette } = useAppTheme();
  return <View style={{ flex: 1, backgroundColor: palette.paper }} aria-busy aria-label="Opening the shop" />;
}

function FirstRun({ pick }: { pick(mode: 'demo' | 'own'): void }) {
  return (
    <Page
      testID="first-run"
      foot={
        <>
          <ActionButton label="Start my own shop" strong grow onPress={() => pick('own')} />
          <ActionButton label="Look round the demo" grow onPress={() => pick('demo')} />
        </>
      }
    >
      <EmptyState
        title="What is on every panel, and what may go on next"
        text="Begin your own shop, which stays in this browser and in the files that you save, or look round a made-up one that never mixes with it."
      />
    </Page>
  );
}

/** A file that the bundler cut off could not be fetched: a new build has taken its place, or the server is away. */
const isMissingFile = (e: Error) => e.name === 'AsyncRequireError' || /^Loading module .* failed/.test(e.message);
const RELOADED = 'stratocoat-reloaded';
/** Loaded again within this and broken again, it is no new build, ms. */
const AGAIN_MS = 60_000;
/** So often it is looked whether there is another build, ms. */
const LOOK_MS = 5000;

/** Loads the page again where another build is there to be loaded; where it is the same one, once a minute. */
async function reload(): Promise<void> {
  const isAgain = nowMs() - Number(sessionStorage.getItem(RELOADED)) < AGAIN_MS;
  const entry = document.querySelector('script[src*="/entry-"]')?.getAttribute('src') ?? '';
  // Without a server there is nothing to load: the page would be gone, and what is on it.
  const r = await fetch('/', { cache: 'no-store' });
  // A build that was half there when the page was loaded again is whole by now, and another one.
  if (!r.ok || (isAgain && (await r.text()).includes(entry))) return;
  sessionStorage.setItem(RELOADED, String(nowMs()));
  window.location.reload();
}

/** When a view breaks: the log is safe in storage, and one can try again. */
export function Broken({ error, retry }: { error: Error; retry(): Promise<void> }) {
  const isMissing = isMissingFile(error);
  useEffect(() => {
    if (!isMissing) return undefined;
    // A browser that keeps nothing cannot count either: somebody presses the button.
    const look = () => void reload().catch(() => undefined);
    look();
    // A build that is half there names the old files until its end, and a server that is away comes back.
    const timer = setInterval(look, LOOK_MS);
    return () => clearInterval(timer);
  }, [isMissing]);
  const [title, text] = isMissing
    ? [
        'This view is not here',
        'There is a new version, or the shop\u2019s PC is not in reach. The page loads again by itself; what was logged is safe.',
      ]
    : error instanceof NewerFormat
      ? [
          'A newer Stratocoat has written this shop',
          'This page is older and leaves everything as it is. Load it again: it then has the new app, and nothing is lost.',
        ]
      : error instanceof StorageProblem
        ? [
            'The shop cannot be read now',
            'What was logged is in this browser\u2019s store, which does not open. Close other tabs of this app, make room on the device, then try again.',
          ]
        : [
            'This view broke',
            'What was logged is safe in this browser. Try again; if it breaks again, save the shop as a file from the Shop page.',
          ];
  const isOld = error instanceof NewerFormat;
  const again = () => (isOld ? void loadNewest() : isMissing ? window.location.reload() : void retry());
  return (
    <Dressed settings={undefined}>
      <Page
        testID="broken"
        foot={<ActionButton label={isOld ? 'Load the page again' : 'Try again'} strong grow onPress={again} />}
      >
        <EmptyState title={title} text={text} />
        <Notice tone="stop">{error.message || 'No reason was given'}</Notice>
      </Page>
    </Dressed>
  );
}
