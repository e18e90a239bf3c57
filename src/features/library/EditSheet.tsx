import { useRouter } from 'expo-router';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { errorText, FAMILIES, phrase, unitOf, type FieldProblem, type Product } from '@/core';
import { contradictionsIn } from '@/core/library/contradictions';
import { tinRatioText } from '@/core/mix/tinRatio';
import { loadFormats, useFormDraft, useShopActions } from '@/data';
import { useNotify } from '@/ui/notifications';
import { useAppTheme } from '@/ui/appTheme';
import { Fields } from '@/ui/Field';
import { Disclosure } from '@/ui/Disclosure';
import { FormChoice, FormField } from '@/ui/form/FormField';
import { setProblems } from '@/ui/form/useAppForm';
import { ActionButton } from '@/ui/ActionButton';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { pageHref } from '@/ui/pages';
import { figuresOf, figureText, allFigures, RATIO, textsOf, withTexts, type SheetFigure } from './sheet';

/** A figure's path as the name of a field: a form takes points and brackets for a tree. */
const fieldOf = (path: string) => path.replace(/[.[\]]+/g, '_');

const BY = [
  { value: 'volume', label: 'Volume' },
  { value: 'weight', label: 'Weight' },
] as const;
const OF = [
  { value: 'paint', label: 'The paint' },
  { value: 'total', label: 'Paint and hardener' },
] as const;

/** The data sheet in hand, as it is typed: what nobody types stays that of its kind, and says so. */
export function EditSheet({
  product,
  kind,
  from,
  isNew,
  close,
}: {
  product: Product;
  /** The generic one that it is a copy of. */
  kind: Product;
  /** The product on which it was begun: itself, or the one that it copies. */
  from: string;
  isNew: boolean;
  close(): void;
}) {
  const { units } = useAppTheme();
  const { saveProduct, removeProduct } = useShopActions();
  const router = useRouter();
  const notify = useNotify();
  const begun = isNew ? { ...product, stated: [] } : product;
  const form = useForm<Record<string, string>>({
    defaultValues: {
      name: product.name,
      ratioBy: product.ratioBy,
      thinnerOf: product.thinning?.of ?? 'total',
      ...Object.fromEntries(Object.entries(textsOf(begun, units)).map(([path, text]) => [fieldOf(path), text])),
    },
  });
  const typed = useWatch({ control: form.control });
  const forget = useFormDraft(`product/${from}`, form);
  const [stray, setStray] = useState<readonly FieldProblem[]>([]);
  const [more, setMore] = useState(false);
  const refuse = (problems: readonly FieldProblem[]) => {
    // What is wrong further down has to be seen.
    const { first } = figuresOf(product);
    if (problems.some((p) => p.path && p.path !== RATIO && !first.figures.some((f) => f.path === p.path)))
      setMore(true);
    setStray(
      setProblems(
        form,
        problems.map((p) => ({ ...p, path: fieldOf(p.path) })),
      ),
    );
  };
  const read = (texts: Readonly<Record<string, string | undefined>>) => {
    const paths = [RATIO, ...allFigures(product).map((f) => f.path)];
    return withTexts(
      product,
      kind,
      texts.name ?? '',
      Object.fromEntries(paths.map((path) => [path, texts[fieldOf(path)] ?? ''])),
      units,
      {
        ratioBy: texts.ratioBy === 'weight' ? 'weight' : 'volume',
        thinnerOf: texts.thinnerOf === 'paint' ? 'paint' : 'total',
      },
    );
  };
  const now = read(typed);
  const save = form.handleSubmit(async (texts) => {
    setStray([]);
    const figures = read(texts);
    if (!figures.ok) return refuse(figures.error);
    const r = (await loadFormats()).parseProduct(figures.value);
    if (!r.ok) return refuse(r.error);
    const wrong = contradictionsIn(r.value);
    if (wrong.length > 0) return refuse(wrong);
    await saveProduct(r.value).then(
      () => {
        forget();
        notify({
          text: `${r.value.name} is saved.`,
          undo: () => (isNew ? removeProduct(product.id) : saveProduct(product)),
        });
        close();
        if (isNew) router.replace(pageHref('/library/[id]', { id: product.id }));
      },
      (e: Error) => refuse([{ path: '', message: errorText(e) }]),
    );
  });
  const wrong = Object.keys(form.formState.errors).length > 0 || stray.length > 0;
  const groups = figuresOf(product);
  const field = (f: SheetFigure) => {
    const unit = f.quantity ? unitOf(f.quantity, units) : f.unit;
    return (
      <FormField
        key={f.path}
        control={form.control}
        name={fieldOf(f.path)}
        label={f.label}
        {...(unit && { unit })}
        {...(typed[fieldOf(f.path)] === '' && { hint: `Of its kind: ${figureText(kind, f, units)}` })}
        numeric
      />
    );
  };
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
      <PageHead
        eyebrow={FAMILIES[product.family].name}
        title="What the data sheet says"
        subtitle="Type what stands there. What you leave out stays as it is with products of this kind, and is marked so."
      />
      <FormField control={form.control} name="name" label="Name" />
      <FormField
        control={form.control}
        name={RATIO}
        label="Ratio, as the tin says it"
        hint={
          now.ok
            ? `Read as ${tinRatioText(now.value)}${typed[RATIO] === '' ? ', of its kind' : ''}`
            : 'Such as 4 : 1 + 10 %, 8 : 1 : 1, or 100 : 2 by weight'
        }
      />
      {product.parts.length > 1 && (
        <FormChoice control={form.control} name="ratioBy" label="Parts are counted by" options={BY} />
      )}
      {product.thinning && (
        <FormChoice control={form.control} name="thinnerOf" label="Thinner is per cent of" options={OF} />
      )}
      <Section title={groups.first.title}>
        <Fields>{groups.first.figures.map(field)}</Fields>
      </Section>
      <Disclosure
        head={<Text kind="strong">More figures</Text>}
        open={more}
        onToggle={() => setMore(!more)}
        testID="more-figures"
      >
        {groups.more.map((g) => (
          <Section key={String(g.title)} title={g.title}>
            <Fields>{g.figures.map(field)}</Fields>
          </Section>
        ))}
      </Disclosure>
      {stray.map((p) => (
        <Notice key={p.path} tone="stop">{phrase`${p.message}${p.path ? ` (${p.path})` : ''}`}</Notice>
      ))}
      {wrong && <Notice tone="stop">Nothing was saved. Some figures above need another look.</Notice>}
    </Page>
  );
}
