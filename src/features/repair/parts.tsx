import type { ReactNode } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { View } from 'react-native';
import {
  Phrase,
  type FieldProblem,
  type Panel,
  type Payloads,
  type Quantity,
  type Message,
  type Treatment,
} from '@/core';
import { entriesOf } from '@/core/keysOf';
import type { RustStep } from '@/core/advice';
import { useSheetDraft } from '@/data';
import { FormField } from '@/ui/form/FormField';
import { useTouched } from '@/ui/form/useTouched';
import { useAppTheme, useFormatMessage } from '@/ui/appTheme';
import { Grow, Stack } from '@/ui/layout';
import { readNumber, formatForInput, type NumberKind } from '@/ui/numbers';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { ListRow } from '@/ui/ListRow';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';

/** What every repair is given. */
export interface WorkProps {
  over: string;
  /** Which kind of repair: stands under the answer. */
  choice: ReactNode;
  panel: Panel;
  /** The fault that it is worked out for: its figures are where the work begins. */
  mark?: Payloads['marked'];
  /** Says which treatment would be logged. */
  onTreatment(t: Treatment): void;
}

/** A figure of a mark as it is typed, or the usual one. */
export const textOr = (v: number | undefined, usual: string): string => (v === undefined ? usual : String(v));

/** Signs of figures that are asked for in the user's units; others are asked for as they are. */
const QUANTITIES: Record<string, Quantity> = { mm: 'thickness', '°C': 'temp' };

/**
 * Figures as they are typed, read as numbers; NaN where they are none. They are kept until the repair is logged, or the day is over.
 * @param name which work on which panel
 * @param start what stands there first, in metric
 * @param signs the core's unit of each that has one: mm and °C are asked for in the user's units
 */
export function useFigures<K extends string>(
  name: string,
  start: Record<K, string>,
  signs: Partial<Record<K, string>> = {},
) {
  const { units } = useAppTheme();
  const kindOf = (k: K): NumberKind => {
    const quantity = QUANTITIES[signs[k] ?? ''];
    return quantity ? { quantity } : { plain: true };
  };
  const form = useForm<Record<string, string>>({
    defaultValues: Object.fromEntries(
      entriesOf(start).map(([k, text]) => [
        k,
        units === 'metric' || !('quantity' in kindOf(k)) ? text : formatForInput(Number(text), kindOf(k), units),
      ]),
    ),
  });
  const texts = useWatch({ control: form.control }) as Record<string, string>;
  const { touched, restore } = useTouched(form, texts);
  useSheetDraft(`repair/${name}`, touched, restore);
  const value = (k: K): number => {
    const r = readNumber(texts[k] ?? '', kindOf(k), units);
    return r.ok ? r.value : NaN;
  };
  const field = (k: K, label: string, problems: Record<string, Message>, hint?: string) => {
    const quantity = QUANTITIES[signs[k] ?? ''];
    return (
      <FormField
        control={form.control}
        name={k}
        label={label}
        {...(quantity ? { quantity } : signs[k] !== undefined && { unit: signs[k] })}
        problem={problems[k]}
        {...(hint !== undefined && { hint })}
        numeric
      />
    );
  };
  return { value, field };
}

export const problemsOf = (r: { ok: true } | { ok: false; error: readonly FieldProblem[] }): Record<string, Message> =>
  r.ok ? {} : Object.fromEntries(r.error.map((p) => [p.path, p.message]));

/** Yes or no, as two buttons. */
export function YesNo({ label, value, onChange }: { label: string; value: boolean; onChange(v: boolean): void }) {
  return (
    <ChoiceGroup
      label={label}
      options={[
        { value: 'no', label: 'No' },
        { value: 'yes', label: 'Yes' },
      ]}
      value={value ? 'yes' : 'no'}
      onChange={(v) => onChange(v === 'yes')}
    />
  );
}

/** Short questions, two in a row where there is room. */
export const Pairs = ({ children }: { children: ReactNode }) => (
  <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(6) }}>{children}</View>
);

/** Steps in order; checks are marked as such. */
export function Steps({ title, steps }: { title: string; steps: readonly (Message | RustStep)[] }) {
  const say = useFormatMessage();
  return (
    <Section title={title} aside={`${steps.length} steps`}>
      {steps.map((s, i) => {
        const { text, check } = typeof s === 'string' || s instanceof Phrase ? { text: s, check: undefined } : s;
        return (
          <ListRow key={String(text)}>
            <View style={{ width: 34 }}>
              <Text kind="figure" tone={check ? 'window' : 'ink'}>
                {String(i + 1)}
              </Text>
            </View>
            <Grow>
              {check && (
                <Text kind="tag" tone="window">
                  Look before you go on
                </Text>
              )}
              <Text>{say(text)}</Text>
            </Grow>
          </ListRow>
        );
      })}
    </Section>
  );
}

/** Results as lines: what, how much, and what it rests on. */
export function Lines({ lines }: { lines: readonly { what: string; much: Message; note?: Message }[] }) {
  const say = useFormatMessage();
  return (
    <>
      {lines.map((l) => (
        <ListRow key={l.what}>
          <Grow>
            <Text>{l.what}</Text>
            {l.note !== undefined && (
              <Text kind="small" tone="muted">
                {say(l.note)}
              </Text>
            )}
          </Grow>
          <Text kind="strong">{say(l.much)}</Text>
        </ListRow>
      ))}
    </>
  );
}

export const Small = ({ children }: { children: ReactNode }) => (
  <Stack top={3}>
    <Text kind="small" tone="muted">
      {children}
    </Text>
  </Stack>
);
