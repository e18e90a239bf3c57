import {
  ROLE_NAMES,
  FAMILIES,
  APPLICATION_KINDS,
  APPLICATIONS,
  isFiller,
  type Application,
  type Message,
  type Product,
  type QualityLevel,
  type Shape,
} from '@/core';
import { useLibrary, useShopActions } from '@/data';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { PickFrom } from '@/ui/PickFrom';
import { Field, Fields, Measure } from '@/ui/Field';
import { Notice } from '@/ui/Notice';
import { Section } from '@/ui/Section';
import { POUR_BY } from '@/ui/pourBy';
import { draftForProduct, EMPTY_CUP, mixable, type MixDraft } from './cup';

const SHAPES: { value: Shape; label: string }[] = [
  { value: 'plain', label: 'Plain panel' },
  { value: 'shaped', label: 'Edges and shape' },
  { value: 'small', label: 'Small or wire-like' },
];

/** Of what the cup is, how much of it goes on, and with what. */
export function MixForm({
  product,
  film,
  draft: d,
  set,
  level,
  bad,
}: {
  product: Product;
  /** As typed. */
  film: string;
  draft: MixDraft;
  set(patch: Partial<MixDraft>): void;
  level: QualityLevel | undefined;
  bad: Readonly<Record<string, Message>>;
}) {
  const { all, lookup } = useLibrary();
  const { saveSettings } = useShopActions();
  const pick = (id: string) => {
    const chosen = lookup(id);
    if (chosen && id !== d.productId)
      set({
        ...EMPTY_CUP,
        ...draftForProduct(chosen, level),
      });
  };
  // Fillers that one hardener sets are stirred together on the board: light with glass-reinforced, above all.
  const partners = isFiller(product.family)
    ? all.filter((p) => p.id !== product.id && isFiller(p.family) && p.mechanism === product.mechanism)
    : [];
  return (
    <Section title="What and how">
      <PickFrom
        label="Product"
        options={all
          .filter(mixable)
          .map((p) => ({ value: p.id, label: p.name, group: ROLE_NAMES[FAMILIES[p.family].role] }))}
        value={d.productId}
        most={1}
        more="Another product"
        onChange={pick}
      />
      {partners.length > 0 && (
        <ChoiceGroup
          label="Stirred half and half with"
          options={[{ value: '', label: 'Nothing' }, ...partners.map((p) => ({ value: p.id, label: p.name }))]}
          value={d.stirredWith ?? ''}
          onChange={(id) =>
            set({ stirredWith: id === '' ? undefined : id, pouredG: undefined, overpouredG: undefined })
          }
        />
      )}
      <ChoiceGroup
        label="Coats"
        options={['1', '2', '3', '4'].map((v) => ({ value: v, label: v }))}
        value={String(d.coats)}
        onChange={(v) => set({ coats: Number(v) })}
      />
      <Fields>
        <Measure
          label="Dry film of one coat"
          quantity="film"
          value={film}
          onChange={(t) => set({ film: t || ' ' })}
          problem={bad.filmUm}
        />
        {product.thinning && (
          <Field
            label={`Thinner, % of ${product.thinning.of === 'paint' ? 'the paint' : 'paint and hardener'}`}
            value={d.thinner}
            onChange={(t) => set({ thinner: t })}
            problem={bad.thinnerFraction}
            hint={`Usual ${Math.round(product.thinning.minFraction * 100)} to ${Math.round(product.thinning.maxFraction * 100)} %`}
            numeric
          />
        )}
        <Field
          label="Spare, %"
          value={d.reserve}
          onChange={(t) => set({ reserve: t })}
          problem={bad.reserveFraction}
          numeric
        />
      </Fields>
      <ChoiceGroup<Application>
        label="Put on with"
        options={APPLICATION_KINDS.filter((a) => (a === 'spreader') === isFiller(product.family)).map((a) => ({
          value: a,
          label: APPLICATIONS[a].name,
        }))}
        value={d.application}
        onChange={(application) => set({ application })}
      />
      {d.application !== 'brush' && d.application !== 'spreader' && (
        <ChoiceGroup label="Work" options={SHAPES} value={d.shape} onChange={(shape) => set({ shape })} />
      )}
      <ChoiceGroup
        label="Pour by"
        options={POUR_BY}
        value={d.by}
        onChange={(by) => {
          set({ by });
          // So the shop pours from now on.
          void saveSettings({ pourBy: by }).catch(() => undefined);
        }}
      />
      {bad.product && <Notice tone="stop">{bad.product}</Notice>}
    </Section>
  );
}
