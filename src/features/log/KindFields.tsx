import { useState } from 'react';
import { useFormState, type Control } from 'react-hook-form';
import { View } from 'react-native';
import {
  ROLE_NAMES,
  FAMILIES,
  errorText,
  GRITS,
  openSpots,
  temporaryRepairs,
  totalFilmUm,
  upperFirst,
  type LoggableKind,
  type Message,
  type Product,
  type Strata,
} from '@/core';
import { benchAddress, readDevice } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { Problem } from '@/ui/Notice';
import { formatForInput } from '@/ui/numbers';
import { Fields } from '@/ui/Field';
import { FormField } from '@/ui/form/FormField';
import { FormDay } from '@/ui/form/FormPicked';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { MOST_TO_TAP, PickFrom } from '@/ui/PickFrom';
import { TextButton } from '@/ui/TextButton';
import { Text } from '@/ui/Text';
import { spotWords } from '@/ui/words';
import { isAsked, FIELDS, type FieldSpec } from './fields';
import type { Texts } from './draft';

interface Props {
  kind: LoggableKind;
  control: Control<Texts>;
  texts: Texts;
  product: Product | undefined;
  all: readonly Product[];
  strata: Strata | undefined;
  /** A choice was made, on which other figures may hang. */
  onPick(name: string, text: string): void;
}

/** The questions of one kind. */
export function KindFields(props: Props) {
  const specs = FIELDS[props.kind].filter(
    (f) =>
      f.type !== 'kept' &&
      isAsked(f, props.kind, props.texts, props.product) &&
      // What a zone begins with is asked once: later findings are faults on what is there.
      (f.name !== 'begin' || !props.strata) &&
      (f.name !== 'ends' || temporaryRepairs(props.strata).length > 0) &&
      (f.name !== 'on' || (props.strata !== undefined && openSpots(props.strata).length > 0)),
  );
  const numbers = specs.filter((f) => f.type === 'number');
  // Where it was done decides what the rest is about.
  const rest = specs
    .filter((f) => f.type !== 'number')
    .sort((a, b) => Number(b.name === 'on') - Number(a.name === 'on'));
  // Choices first: most of the time they are all that changes. Numbers then stand side by side.
  return (
    <>
      {rest.map((f) => (
        <FieldInput key={f.name} spec={f} {...props} />
      ))}
      <Fields>
        {numbers.map((f) => (
          <FieldInput key={f.name} spec={f} {...props} />
        ))}
      </Fields>
      {props.kind === 'measured' && props.texts.measure === 'filmTotal' && benchAddress() !== null && (
        <ReadGauge {...props} />
      )}
    </>
  );
}

/** Asks the film gauge; the simulated one is told what should stand. */
function ReadGauge({ strata, onPick }: Props) {
  const { units } = useAppTheme();
  const [silent, setSilent] = useState<Message>();
  const read = () =>
    void readDevice('gauge', strata ? { trueUm: totalFilmUm(strata) } : {}).then(
      (um) => {
        setSilent(undefined);
        onPick('filmUm', formatForInput(um, { quantity: 'film' }, units));
      },
      (e: Error) => setSilent(errorText(e)),
    );
  return (
    <>
      <TextButton label="Read the film gauge" onPress={read} />
      <Problem says={silent} />
    </>
  );
}

/** Open spots, those that show the same as one choice; and what was picked, where that is another set. */
function spotChoices(strata: Strata, picked: string): { value: string; label: string }[] {
  const groups = new Map<string, string[]>();
  for (const spot of openSpots(strata)) {
    const name = upperFirst(spotWords(strata, spot)) as string;
    groups.set(name, [...(groups.get(name) ?? []), spot.id]);
  }
  const choices = [...groups].map(([label, ids]) => ({ value: ids.join(), label }));
  return picked === '' || choices.some((c) => c.value === picked)
    ? choices
    : [...choices, { value: picked, label: 'The spots of this step' }];
}

const SUBSTRATE_CHOICE = { value: 'substrate', label: 'Substrate' };

function FieldInput({ spec, kind, control, texts, all, strata, onPick }: Props & { spec: FieldSpec }) {
  const error = useFormState({ control, name: spec.name }).errors[spec.name];
  const value = texts[spec.name] ?? '';
  const set = (v: string) => onPick(spec.name, v);
  const complaint = error && (
    <Text kind="small" tone="stop">
      {error.message ?? ''}
    </Text>
  );
  switch (spec.type) {
    case 'kept':
      return null;
    case 'number': {
      const quantity =
        kind === 'filled' && spec.name === 'filmUm'
          ? 'thickness'
          : 'quantity' in spec.kind
            ? spec.kind.quantity
            : undefined;
      return (
        <FormField
          control={control}
          name={spec.name}
          label={spec.label}
          {...(quantity && { quantity })}
          {...(spec.hint !== undefined && { hint: spec.hint })}
          numeric
        />
      );
    }
    case 'text':
      return (
        <FormField control={control} name={spec.name} label={spec.label} {...(spec.multiline && { multiline: true })} />
      );
    case 'choice':
      return (
        <View>
          <ChoiceGroup
            label={spec.label}
            options={spec.options}
            value={value}
            onChange={(v) => set(spec.optional && v === value ? '' : v)}
          />
          {complaint}
        </View>
      );
    case 'day':
      return <FormDay control={control} name={spec.name} label={spec.label} />;
    case 'yesNo':
      return (
        <ChoiceGroup
          label={spec.label}
          options={[
            { value: 'no', label: 'No' },
            { value: 'yes', label: 'Yes' },
          ]}
          value={value}
          onChange={set}
        />
      );
    case 'grit':
      return (
        <View>
          <Grit label={spec.label} value={value} optional={spec.optional} onChange={set} />
          {complaint}
        </View>
      );
    case 'product':
      return (
        <View>
          <ProductChoice
            label={spec.label}
            options={all.filter((p) => spec.passes(p.family))}
            value={value}
            onChange={(v) => set(spec.optional && v === value ? '' : v)}
          />
          {complaint}
        </View>
      );
    case 'spots':
      return (
        <ChoiceGroup
          label={spec.label}
          options={[{ value: '', label: 'All of it' }, ...(strata ? spotChoices(strata, value) : [])]}
          value={value}
          onChange={set}
        />
      );
    case 'layer': {
      const layers = strata?.layers.slice(0, -1) ?? [];
      return (
        <ChoiceGroup
          label={spec.label}
          options={[
            ...(spec.optional ? [] : [SUBSTRATE_CHOICE]),
            ...[...layers].reverse().map((l) => ({ value: l.id, label: l.label })),
            // Where it went through, what lies next below is the likeliest.
            ...(spec.optional ? [SUBSTRATE_CHOICE] : []),
          ]}
          value={value}
          onChange={(v) => set(spec.optional && v === value ? '' : v)}
        />
      );
    }
  }
}

/** The grits that stand on most shelves. */
const USUAL = [
  36, 80, 120, 180, 240, 320, 400, 600, 800, 1000, 1500, 2000, 3000,
] as const satisfies readonly (typeof GRITS)[number][];

/** The picked grit with its neighbours; all of them on asking. */
function Grit({
  label,
  value,
  optional,
  onChange,
}: {
  label: string;
  value: string;
  optional?: boolean;
  onChange(v: string): void;
}) {
  const [all, setAll] = useState(false);
  // Neighbours of the first suggestion stay put while one taps among them.
  const [centre] = useState(value);
  const i = Math.max(
    0,
    USUAL.findIndex((g) => g >= Number(centre || 80)),
  );
  const near = USUAL.slice(Math.max(0, Math.min(i - 1, USUAL.length - 5)), Math.max(5, i + 4));
  const list = all || !(near.some((g) => String(g) === value) || value === '') ? GRITS : near;
  return (
    <View>
      <ChoiceGroup
        label={label}
        options={list.map((g) => ({ value: String(g), label: `P${g}` }))}
        value={value}
        onChange={(v) => onChange(optional && v === value ? '' : v)}
      />
      {list !== GRITS && <TextButton label="Other grits" onPress={() => setAll(true)} />}
    </View>
  );
}

/** Of the shipped hardeners only the speed differs. */
const shortName = (p: Product): string =>
  p.family === 'hardener' && p.speed && p.basis === 'generic' ? p.speed[0]!.toUpperCase() + p.speed.slice(1) : p.name;

/** The picked product; the others on asking, so that the sheet stays short. */
function ProductChoice({
  label,
  options,
  value,
  onChange,
}: {
  label: string;
  options: readonly Product[];
  value: string;
  onChange(v: string): void;
}) {
  const picked = options.some((p) => p.id === value);
  return (
    <PickFrom
      label={label}
      options={options.map((p) => ({ value: p.id, label: shortName(p), group: ROLE_NAMES[FAMILIES[p.family].role] }))}
      value={value}
      most={options.length <= 4 ? 4 : picked ? 1 : MOST_TO_TAP}
      more="Another product"
      onChange={onChange}
    />
  );
}
