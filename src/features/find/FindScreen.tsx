import { useRouter } from 'expo-router';
import { useDeferredValue, useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useJobs } from '@/data';
import { useTitle } from '@/ui/PageHead';
import { Grow } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Page } from '@/ui/Page';
import { SearchField } from '@/ui/SearchField';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { FOUND_KINDS, findIndex, type Findable, type FoundKind } from './findIndex';
import type { Place } from './pageNames';
import { pagesFrom, useFindables } from './useFindables';

const TITLES: Record<FoundKind, string> = {
  page: 'Pages',
  panel: 'Panels',
  job: 'Jobs',
  product: 'Products',
  batch: 'Batches',
  entry: 'Entries',
};

/** Anything by what it is called: the first letters of a word do. */
export function FindScreen({ job, panel }: Place) {
  const router = useRouter();
  const [text, setText] = useState('');
  const asked = useDeferredValue(text.trim());
  const place = useMemo((): Place => ({ ...(job && { job }), ...(panel && { panel }) }), [job, panel]);
  const all = useFindables(place);
  const search = useMemo(() => findIndex(all), [all]);
  const found = useMemo(
    () => (asked === '' ? new Map([['page' as const, pagesFrom(place)]]) : search(asked)),
    [asked, search, place],
  );
  const about = useJobs().jobs.find((j) => j.job.id === job)?.job;
  const panelName = about?.panels.find((p) => p.id === panel)?.name;
  const first = FOUND_KINDS.flatMap((k) => found.get(k) ?? [])[0];
  useTitle('Find');
  /** The first of what is typed by now: Enter is quicker than the list. */
  const open = () => {
    const now = text.trim() === '' ? found : search(text);
    const best = FOUND_KINDS.flatMap((k) => now.get(k) ?? [])[0];
    if (best) router.replace(best.href);
  };
  return (
    <Page testID="find-page" first={2}>
      <Text kind="answer" level={1}>
        What do you look for?
      </Text>
      <View style={styles.bar}>
        <SearchField
          value={text}
          onChange={setText}
          onEnter={open}
          label="Look for"
          hint="A page, panel, product, batch or entry"
          testID="look-for"
        />
      </View>
      {about && (
        <Text kind="tag" tone="muted">
          {panelName ? `Pages open on ${panelName}, ${about.name}` : `Pages open on ${about.name}`}
        </Text>
      )}
      {asked !== '' && !first && <Text tone="muted">Nothing is called so.</Text>}
      {FOUND_KINDS.map((kind) => {
        const list = found.get(kind) ?? [];
        return (
          list.length > 0 && (
            <Section key={kind} title={TITLES[kind]}>
              {list.map((f) => (
                <Found key={f.id} found={f} />
              ))}
            </Section>
          )
        );
      })}
    </Page>
  );
}

const styles = StyleSheet.create({
  bar: { marginTop: gap(3), marginBottom: gap(2) },
});

const Found = ({ found }: { found: Findable }) => (
  <ListRow href={found.href}>
    <Grow between={0.5}>
      <Text kind="strong">{found.name}</Text>
      <Text kind="small" tone="muted">
        {found.under}
      </Text>
    </Grow>
  </ListRow>
);
