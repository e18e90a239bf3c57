import { useState } from 'react';
import { View } from 'react-native';
import { object } from 'yup';
import { ROLE_NAMES, DAY_MS, errorText, FAMILIES, messageIn, type Message, type UnitSystem } from '@/core';
import { ARTICLES, type Article, type Holds, type ShelfRecordOf } from '@/core/log/shelf';
import { entriesOf } from '@/core/keysOf';
import { tinSizes, type Shelf } from '@/core/stock';
import { newId, nowMs, useLibrary } from '@/data';
import { useShelfCommand, type ShelfEntry } from '@/data/shelf';
import { useAppTheme } from '@/ui/appTheme';
import { ActionButton } from '@/ui/ActionButton';
import { showDay } from '@/ui/days';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { PickFrom } from '@/ui/PickFrom';
import { Fields } from '@/ui/Field';
import { FormDay } from '@/ui/form/FormPicked';
import { FormField } from '@/ui/form/FormField';
import { typedDay, typedNumber, typedText } from '@/ui/form/schema';
import { useAppForm } from '@/ui/form/useAppForm';
import { Row } from '@/ui/layout';
import { Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Section } from '@/ui/Section';
import { TextButton } from '@/ui/TextButton';

const ARTICLE_OPTIONS = entriesOf(ARTICLES).map(([value, label]) => ({ value, label }));

/** A figure as it stands in a field. */
const typed = (x: number | undefined): string => (x === undefined ? '' : String(Math.round(x * 100) / 100));

const schema = (units: UnitSystem) =>
  object({
    name: typedText(80),
    amount: typedNumber({ plain: true }, { min: 0.1, max: 1_000_000 }, units).required(),
    count: typedNumber({ plain: true }, { min: 1, max: 50, whole: true }, units).required(),
    price: typedNumber({ plain: true }, { min: 0, max: 1_000_000, optional: true }, units),
    currency: typedText(4),
    lot: typedText(60),
    label: typedText(80),
    bestBefore: typedDay(),
    openDays: typedNumber({ plain: true }, { min: 1, max: 3650, whole: true, optional: true }, units),
    place: typedText(80),
  });

/** Something comes onto the shelf: what it is, how much, and till when it keeps. Or what was written of it is put right. */
export function ReceiveForm({
  shelf,
  correct,
  onDone,
}: {
  shelf: Shelf;
  /** What was written; what it is, and in which container, stays. */
  correct?: ShelfRecordOf<'received'>;
  onDone(): void;
}) {
  const { currency, units } = useAppTheme();
  const { all, lookup } = useLibrary();
  const command = useShelfCommand();
  const notify = useNotify();
  const was = correct?.holds;
  const [what, setWhat] = useState<'part' | 'article'>(was?.what ?? 'part');
  const [article, setArticle] = useState<Article>(was?.what === 'article' ? was.article : 'abrasive');
  const [productId, setProductId] = useState(was?.what === 'part' ? was.productId : undefined);
  const [part, setPart] = useState(was?.what === 'part' ? was.part : 0);
  const [unit, setUnit] = useState<'mL' | 'g'>(correct ? 'g' : 'mL');
  const [opened, setOpened] = useState(correct?.opened ?? false);
  const [problem, setProblem] = useState<Message>();
  const places = [...new Set([...shelf.containers.values()].flatMap((c) => c.place ?? []))];
  const form = useAppForm(
    {
      name: was?.what === 'article' ? was.name : '',
      amount: typed(correct?.amount),
      count: '1',
      price: typed(correct?.price),
      currency: correct?.currency ?? currency,
      lot: correct?.lot ?? '',
      label: correct?.label ?? '',
      bestBefore: correct?.bestBeforeMs === undefined ? '' : showDay(correct.bestBeforeMs - DAY_MS),
      openDays: typed(correct?.openDays),
      place: correct ? (correct.place ?? '') : (places[0] ?? ''),
    },
    schema,
  );
  const product = productId === undefined ? undefined : lookup(productId);
  const sizes = product && tinSizes(product, part);
  const pickPart = (id: string, at: number) => {
    setProductId(id);
    setPart(at);
    const p = lookup(id);
    const s = p && tinSizes(p, at);
    if (!s) return;
    setUnit(s.unit);
    form.setValue('amount', String(s.sizes[1] ?? s.sizes[0] ?? ''));
  };
  const save = form.handleSubmit(
    (v) => {
      const density = product?.parts[part]?.densityKgL;
      if (what === 'part' && (!product || density === undefined)) return setProblem('Pick what it is');
      if (what === 'article' && v.name === '') return form.setError('name', { message: 'Say what it is' });
      if (what === 'article' && !Number.isInteger(v.amount))
        return form.setError('amount', { message: 'Pieces are whole' });
      const holds: Exclude<Holds, { what: 'mix' }> =
        what === 'part' && product
          ? { what: 'part', productId: product.id, part }
          : { what: 'article', article, name: v.name };
      // By the litre it is turned into grams by the density of the library; a scale puts it right later.
      const amount = what === 'part' && unit === 'mL' ? v.amount * (density ?? 1) : v.amount;
      const entry = (): ShelfEntry => ({
        kind: 'received',
        containerId: correct?.containerId ?? `tin-${newId(nowMs())}`,
        ...(correct && { atMs: correct.atMs }),
        holds,
        amount,
        ...(v.price !== undefined && { price: v.price, currency: v.currency || currency }),
        ...(v.lot && { lot: v.lot }),
        ...(what === 'part' && v.label && { label: v.label }),
        ...(v.bestBefore && { bestBeforeMs: v.bestBefore.getTime() + DAY_MS }),
        ...(v.openDays !== undefined && { openDays: v.openDays }),
        ...(v.place && { place: v.place }),
        ...(opened && { opened: true }),
      });
      const said = correct ? 'Put right.' : v.count === 1 ? 'It is on the shelf.' : `${v.count} are on the shelf.`;
      command
        .mutateAsync(correct ? { correct: correct.id, by: entry() } : { log: Array.from({ length: v.count }, entry) })
        .then(
          ({ remarks: [remark], undo }) => {
            notify({ text: remark === undefined ? said : messageIn(remark, units), undo });
            onDone();
          },
          (e: Error) => setProblem(errorText(e)),
        );
    },
    () => what === 'part' && !product && setProblem('Pick what it is'),
  );
  const stocked = all.filter((p) => FAMILIES[p.family].role !== 'found');
  return (
    <Section title={correct ? 'Put right what came' : 'What came'}>
      {!correct && (
        <ChoiceGroup<'part' | 'article'>
          label="What"
          hideLabel
          options={[
            { value: 'part', label: 'Paint, filler, thinner' },
            { value: 'article', label: 'Paper, masking, clips' },
          ]}
          value={what}
          onChange={setWhat}
        />
      )}
      {what === 'part' &&
        !correct &&
        (product ? (
          <View>
            <ChoiceGroup
              label="Product"
              options={[{ value: product.id, label: product.name }]}
              value={product.id}
              onChange={() => undefined}
            />
            {product.parts.length > 1 && (
              <ChoiceGroup
                label="Which of its parts"
                options={product.parts.map((p, i) => ({ value: String(i), label: p.name }))}
                value={String(part)}
                onChange={(i) => pickPart(product.id, Number(i))}
              />
            )}
            <TextButton label="Something else" onPress={() => setProductId(undefined)} />
          </View>
        ) : (
          <PickFrom
            label="Product"
            options={stocked.map((p) => ({ value: p.id, label: p.name, group: ROLE_NAMES[FAMILIES[p.family].role] }))}
            value={undefined}
            onChange={(id) => pickPart(id, 0)}
          />
        ))}
      {what === 'article' && (
        <View>
          <ChoiceGroup<Article> label="Kind" options={ARTICLE_OPTIONS} value={article} onChange={setArticle} />
          <FormField control={form.control} name="name" label="What it is, such as P400 discs, 150 mm" />
        </View>
      )}
      {what === 'part' && sizes && !correct && (
        <ChoiceGroup<'mL' | 'g'>
          label="The tin says"
          options={[
            { value: 'mL', label: 'Millilitres' },
            { value: 'g', label: 'Grams' },
          ]}
          value={unit}
          onChange={setUnit}
        />
      )}
      <Fields>
        <FormField
          control={form.control}
          name="amount"
          label={what === 'article' ? 'Pieces in it' : 'In it'}
          {...(what === 'part' && { unit: unit === 'mL' ? 'ml' : 'g' })}
          numeric
        />
        {!correct && <FormField control={form.control} name="count" label="How many such" numeric />}
        <FormField control={form.control} name="price" label="Price of one" numeric />
        <FormField control={form.control} name="currency" label="Paid in" short />
      </Fields>
      <Fields>
        {what === 'part' && product && part === 0 && FAMILIES[product.family].coloured && (
          <FormField control={form.control} name="label" label="Colour" short />
        )}
        <FormField control={form.control} name="lot" label="Lot" short />
        <FormField control={form.control} name="openDays" label="Keeps open, days" numeric />
        <FormField control={form.control} name="place" label="Where it stands" short />
      </Fields>
      <FormDay control={form.control} name="bestBefore" label="Best before" />
      <ChoiceGroup
        label="It is"
        options={[
          { value: 'no', label: 'Unopened' },
          { value: 'yes', label: 'Open already' },
        ]}
        value={opened ? 'yes' : 'no'}
        onChange={(v) => setOpened(v === 'yes')}
      />
      <Problem says={problem} />
      <Row top={3}>
        <ActionButton
          label={correct ? 'Keep' : 'Onto the shelf'}
          strong
          grow
          onPress={() => void save()}
          testID="save-received"
        />
        <ActionButton label="Leave" onPress={onDone} />
      </Row>
    </Section>
  );
}
