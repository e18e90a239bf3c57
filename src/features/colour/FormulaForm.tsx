import { useState } from 'react';
import { errorText, type Colour, type Message, type Product, without, colourId } from '@/core';
import type { Formula } from '@/core/stock';
import { newId, nowMs, useSheetDraft } from '@/data';
import { useShelfCommand } from '@/data/shelf';
import { useAppTheme } from '@/ui/appTheme';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Field, Fields } from '@/ui/Field';
import { Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { readNumber } from '@/ui/numbers';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { withoutToner } from './words';

const MOST_G = 2000;

/** What a colour is mixed from: grams of each toner in a litre of base, as the list or the tin has it. */
export function FormulaForm({
  colour,
  toners,
  was,
  onDone,
}: {
  colour: Colour;
  /** Toners of the library. */
  toners: readonly Product[];
  was: Formula | undefined;
  onDone(): void;
}) {
  const { units } = useAppTheme();
  const command = useShelfCommand();
  const notify = useNotify();
  const [grams, setGrams] = useState<Record<string, string>>(() =>
    Object.fromEntries((was?.toners ?? []).map((t) => [t.productId, String(t.gPerL)])),
  );
  const [variant, setVariant] = useState(was?.variant ?? '');
  const [shown, setShown] = useState(false);
  const [problem, setProblem] = useState<Message>();
  const forget = useSheetDraft(
    `formula/${colourId(colour)}`,
    Object.keys(grams).length > 0 ? { grams, variant } : undefined,
    (d) => {
      setGrams(d.grams);
      setVariant(d.variant);
    },
  );
  const picked = toners.filter((t) => t.id in grams);
  const read = (id: string): { value?: number; problem?: string } => {
    const r = readNumber(grams[id] ?? '', { plain: true }, units);
    if (!r.ok) return { problem: r.error };
    return r.value < 0 || r.value > MOST_G ? { problem: `Between 0 and ${MOST_G}` } : { value: r.value };
  };
  const save = () => {
    setShown(true);
    const list = picked.map((t) => ({ productId: t.id, gPerL: read(t.id).value }));
    if (list.some((t) => t.gPerL === undefined)) return;
    const whole = list.flatMap((t) => (t.gPerL === undefined ? [] : [{ productId: t.productId, gPerL: t.gPerL }]));
    if (!whole.some((t) => t.gPerL > 0)) return setProblem('That formula weighs nothing: give a toner its grams');
    void command
      .mutateAsync({
        log: [
          {
            kind: 'formula',
            formulaId: was?.formulaId ?? `formula-${newId(nowMs())}`,
            colour: colourId(colour),
            ...(variant.trim() && { variant: variant.trim() }),
            toners: whole,
          },
        ],
      })
      .then(
        ({ undo }) => {
          forget();
          notify({ text: `The formula of ${colour.name} is kept.`, undo });
          onDone();
        },
        (e: Error) => setProblem(errorText(e)),
      );
  };
  return (
    <Page
      testID="formula-form"
      foot={
        <>
          <ActionButton
            label="Keep the formula"
            strong
            grow
            disabled={picked.length === 0}
            onPress={save}
            testID="keep-formula"
          />
          <ActionButton
            label="Leave"
            onPress={() => {
              forget();
              onDone();
            }}
          />
        </>
      }
    >
      <PageHead
        eyebrow={colour.name}
        title="What is it mixed from?"
        subtitle="Grams of each toner in a litre of base. The toners are generic: what a maker gives for his own takes their place."
      />
      <ChoiceGroup
        label="Toners"
        many
        options={toners.map((t) => ({ value: t.id, label: withoutToner(t.name) }))}
        value={Object.keys(grams)}
        onChange={(id) => setGrams((old) => (old[id] === undefined ? { ...old, [id]: '' } : without(old, id)))}
      />
      <Fields>
        {picked.map((t) => {
          const wrong = shown ? read(t.id).problem : undefined;
          return (
            <Field
              key={t.id}
              label={withoutToner(t.name)}
              unit="g"
              value={grams[t.id] ?? ''}
              onChange={(v) => setGrams((old) => ({ ...old, [t.id]: v }))}
              numeric
              {...(wrong !== undefined && { problem: wrong })}
            />
          );
        })}
      </Fields>
      <Field label="Variant" value={variant} onChange={setVariant} hint="Such as a shade darker; may be left out" />
      <Problem says={problem} />
    </Page>
  );
}
