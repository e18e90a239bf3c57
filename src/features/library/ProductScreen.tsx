import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import {
  copyOf,
  FAMILIES,
  formatQuantity,
  toDisplay,
  unitOf,
  type Product,
  type Message,
  errorText,
  phrase,
} from '@/core';
import { ratioText } from '@/core/mix/ratio';
import { loadFormats, newId, nowMs, useJobs, useLibrary, useAdvice, useShopActions } from '@/data';
import { money } from '@/ui/format';
import { useNotify } from '@/ui/notifications';
import { useAppTheme } from '@/ui/appTheme';
import { ActionButton } from '@/ui/ActionButton';
import { EmptyPage } from '@/ui/EmptyState';
import { Notice, Problem } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { pageHref } from '@/ui/pages';
import { EditSheet } from './EditSheet';
import { allFigures, figureAt, figuresOf, isStated, RATIO, type SheetFigure } from './sheet';

/** One product's figures; a copy of it with the figures of the sheet in hand. */
export function ProductScreen({ id }: { id: string }) {
  const { lookup } = useLibrary();
  const product = lookup(id);
  const [editing, setEditing] = useState<Product | null>(null);
  if (!product) return <EmptyPage title="That product is not in the library" text="It may have been deleted." />;
  return editing ? (
    <EditSheet
      product={editing}
      kind={lookup(editing.copiedFrom ?? '') ?? editing}
      from={id}
      isNew={editing.id !== product.id}
      close={() => setEditing(null)}
    />
  ) : (
    <Show product={product} edit={setEditing} />
  );
}

function Show({ product: p, edit }: { product: Product; edit(p: Product): void }) {
  const { units, currency } = useAppTheme();
  const { jobs } = useJobs();
  const { removeProduct, saveProduct } = useShopActions();
  const notify = useNotify();
  const advice = useAdvice();
  const router = useRouter();
  const [problem, setProblem] = useState<Message>();
  const remove = async () => {
    const { productsUsed } = await loadFormats();
    const users = jobs.filter((j) => productsUsed(j.state.events).has(p.id));
    if (users.length > 0)
      return setProblem(
        `${p.name} is in the log of ${users.map((j) => j.job.name).join(' and ')}, so it stays. Its figures can still be changed.`,
      );
    removeProduct(p.id).then(
      () => {
        notify({ text: `${p.name} is deleted.`, undo: () => saveProduct(p) });
        router.replace(pageHref('/library'));
      },
      (e: Error) => setProblem(errorText(e)),
    );
  };
  const own = p.basis === 'sheet';
  return (
    <Page
      testID="product"
      foot={
        own ? (
          <>
            <ActionButton label="Change the figures" strong grow onPress={() => edit(p)} testID="change" />
            <ActionButton label="Delete" tone="stop" onPress={() => void remove()} />
          </>
        ) : (
          <ActionButton
            label="Copy and put in own figures"
            strong
            grow
            onPress={() => edit(copyOf(p, `own-${newId(nowMs())}`))}
          />
        )
      }
    >
      <PageHead
        eyebrow={FAMILIES[p.family].name}
        title={p.name}
        subtitle={`${ratioText(p, p.thinning?.defaultFraction ?? 0)}. ${own ? ownWords(p) : 'Generic figures, plausible for this kind of product. The data sheet in hand decides.'}`}
      />
      <Problem says={problem} />
      {[figuresOf(p).first, ...figuresOf(p).more].map((g) => (
        <Section key={String(g.title)} title={g.title}>
          <View
            style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(6), rowGap: gap(2), paddingTop: gap(3) }}
          >
            {g.figures.map((f) => (
              <View key={f.path} style={{ minWidth: 120 }}>
                <Text kind="section" tone={own && !isStated(p, f.path) ? 'muted' : 'ink'}>
                  {shown(f, figureAt(p, f.path), units, currency)}
                </Text>
                <Text kind="tag" tone="muted">
                  {own && !isStated(p, f.path) ? phrase`${f.label}, of its kind` : f.label}
                </Text>
              </View>
            ))}
          </View>
        </Section>
      ))}
      {advice?.cautionsFor('coated', p, false).map((c) => (
        <Notice key={c.id} tone="window">
          {c.text}
        </Notice>
      ))}
    </Page>
  );
}

/** How many of a product's figures are from the data sheet in hand. */
function ownWords(p: Product): string {
  const all = [RATIO, ...allFigures(p).map((f) => f.path)];
  const kinds = all.filter((path) => !isStated(p, path)).length;
  return kinds === 0
    ? 'Your own figures.'
    : `${all.length - kinds} of ${all.length} figures are your data sheet\u2019s, the others still those of its kind.`;
}

function shown(
  f: SheetFigure,
  v: number | undefined,
  units: Parameters<typeof formatQuantity>[2],
  currency: string,
): string {
  if (v === undefined) return 'not given';
  if (f.quantity === 'price') return `${money(toDisplay('price', v, units), currency)} ${unitOf('price', units)}`;
  if (f.quantity) return formatQuantity(f.quantity, v, units);
  if ('percent' in f.kind) return `${Number((v * 100).toPrecision(3))}\u00a0%`;
  return `${Number(v.toPrecision(4))}${f.unit ? `\u00a0${f.unit}` : ''}`;
}
