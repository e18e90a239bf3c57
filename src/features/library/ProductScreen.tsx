import { useRouter } from 'expo-router';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { View } from 'react-native';
import {
  copyOf,
  FAMILIES,
  ratioText,
  formatQuantity,
  unitOf,
  type Product,
  type FieldProblem,
  type Message,
  errorText,
  phrase,
} from '@/core';
import { loadFormats, newId, nowMs, useFormDraft, useJobs, useLibrary, useAdvice, useShopActions } from '@/data';
import { money } from '@/ui/format';
import { useNotify } from '@/ui/notifications';
import { useAppTheme } from '@/ui/appTheme';
import { Fields } from '@/ui/Field';
import { FormField } from '@/ui/form/FormField';
import { setProblems } from '@/ui/form/useAppForm';
import { ActionButton } from '@/ui/ActionButton';
import { EmptyState } from '@/ui/EmptyState';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';
import { pageHref } from '@/ui/pages';
import { figureAt, figuresOf, textsOf, withTexts, type SheetFigure } from './sheet';

/** One product's figures; a copy of it with the figures of the sheet in hand. */
export function ProductScreen({ id }: { id: string }) {
  const { lookup } = useLibrary();
  const product = lookup(id);
  const [editing, setEditing] = useState<Product | null>(null);
  if (!product)
    return (
      <Page>
        <EmptyState title="That product is not in the library" text="It may have been deleted." />
      </Page>
    );
  return editing ? (
    <Edit product={editing} from={id} isNew={editing.id !== product.id} close={() => setEditing(null)} />
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
        over={FAMILIES[p.family].name}
        answer={p.name}
        under={`${ratioText(p, p.thinning?.defaultFraction ?? 0)}. ${own ? 'Your own figures.' : 'Generic figures, plausible for this kind of product. The data sheet in hand decides.'}`}
      />
      {problem !== undefined && <Notice tone="stop">{problem}</Notice>}
      {figuresOf(p).map((g) => (
        <Section key={String(g.title)} title={g.title}>
          <View
            style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(6), rowGap: gap(2), paddingTop: gap(3) }}
          >
            {g.figures.map((f) => (
              <View key={f.path} style={{ minWidth: 120 }}>
                <T kind="section">{shown(f, figureAt(p, f.path), units, currency)}</T>
                <T kind="tag" tone="muted">
                  {f.label}
                </T>
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

function shown(
  f: SheetFigure,
  v: number | undefined,
  units: Parameters<typeof formatQuantity>[2],
  currency: string,
): string {
  if (v === undefined) return 'not given';
  if (f.path.endsWith('pricePerL')) return money(v, currency);
  if (f.quantity) return formatQuantity(f.quantity, v, units);
  if ('percent' in f.kind) return `${Number((v * 100).toPrecision(3))}\u00a0%`;
  return `${Number(v.toPrecision(4))}${f.unit ? `\u00a0${f.unit}` : ''}`;
}

/** A figure's path as the name of a field: a form takes points and brackets for a tree. */
const fieldOf = (path: string) => path.replace(/[.[\]]+/g, '_');

function Edit({
  product,
  from,
  isNew,
  close,
}: {
  product: Product;
  /** The product on which it was begun: itself, or the one that it copies. */
  from: string;
  isNew: boolean;
  close(): void;
}) {
  const { units } = useAppTheme();
  const { saveProduct } = useShopActions();
  const router = useRouter();
  const form = useForm<Record<string, string>>({
    defaultValues: {
      name: product.name,
      ...Object.fromEntries(Object.entries(textsOf(product, units)).map(([path, text]) => [fieldOf(path), text])),
    },
  });
  const forget = useFormDraft(`product/${from}`, form);
  const [stray, setStray] = useState<readonly FieldProblem[]>([]);
  const refuse = (problems: readonly FieldProblem[]) =>
    setStray(
      setProblems(
        form,
        problems.map((p) => ({ ...p, path: fieldOf(p.path) })),
      ),
    );
  const save = form.handleSubmit(async (typed) => {
    const texts = Object.fromEntries(
      figuresOf(product).flatMap((g) => g.figures.map((f) => [f.path, typed[fieldOf(f.path)] ?? ''])),
    );
    const read = withTexts(product, typed.name ?? '', texts, units);
    const r = read.ok ? (await loadFormats()).parseProduct(read.value) : read;
    if (!r.ok) return refuse(r.error);
    await saveProduct(r.value).then(
      () => {
        forget();
        close();
        if (isNew) router.replace(pageHref('/library/[id]', { id: product.id }));
      },
      (e: Error) => refuse([{ path: '', message: errorText(e) }]),
    );
  });
  const wrong = Object.keys(form.formState.errors).length > 0 || stray.length > 0;
  const groups = figuresOf(product);
  return (
    <Page
      foot={
        <>
          <ActionButton label="Save the figures" strong grow onPress={() => void save()} testID="save" />
          <ActionButton
            label="Leave"
            onPress={() => {
              forget();
              close();
            }}
          />
        </>
      }
    >
      <PageHead over={FAMILIES[product.family].name} answer="Figures of the data sheet" />
      <FormField control={form.control} name="name" label="Name" />
      {groups.map((g) => (
        <Section key={String(g.title)} title={g.title}>
          <Fields>
            {g.figures.map((f) => {
              const unit = f.quantity ? unitOf(f.quantity, units) : f.unit;
              return (
                <FormField
                  key={f.path}
                  control={form.control}
                  name={fieldOf(f.path)}
                  label={f.label}
                  {...(unit && { unit })}
                  numeric
                />
              );
            })}
          </Fields>
        </Section>
      ))}
      {stray.map((p) => (
        <Notice key={p.path} tone="stop">{phrase`${p.message}${p.path ? ` (${p.path})` : ''}`}</Notice>
      ))}
      {wrong && <Notice tone="stop">Nothing was saved. Some figures above need another look.</Notice>}
    </Page>
  );
}
