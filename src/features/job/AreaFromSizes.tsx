import { useState } from 'react';
import { object } from 'yup';
import { formatQuantity, type UnitSystem } from '@/core';
import { keysOf } from '@/core/keysOf';
import { solidAreaCm2, SOLID_NAMES, SOLID_SPREAD, type Solid, type SolidKind } from '@/core/outline/solids';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Fields } from '@/ui/Field';
import { FormField } from '@/ui/form/FormField';
import { typedQuantity } from '@/ui/form/schema';
import { useLiveForm } from '@/ui/form/useLiveForm';
import { Stack } from '@/ui/layout';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';

const KINDS = keysOf(SOLID_NAMES).map((value) => ({ value, label: SOLID_NAMES[value] }));
const FACES = [
  { value: '1', label: 'One face' },
  { value: '2', label: 'Both faces' },
] as const;
/** Nothing that is painted by hand is longer, mm. */
const LONGEST_MM = 10_000;

const schema = (units: UnitSystem) => {
  const size = () => typedQuantity('thickness', { min: 1, max: LONGEST_MM, optional: true }, units);
  return object({
    length: size(),
    width: size(),
    height: size(),
    weight: typedQuantity('bulk', { min: 0.01, max: 1000, optional: true }, units),
  });
};
const EMPTY = { length: '', width: '', height: '', weight: '' };
/** What each of the fields is called, by what is measured; absent: it is not asked. */
const LABELS: Readonly<Record<SolidKind, { length?: string; width?: string; height?: string; weight?: string }>> = {
  sheet: { length: 'Length', width: 'Width' },
  edge: { length: 'Length', width: 'Width' },
  tube: { length: 'Length', width: 'Diameter' },
  box: { length: 'Length', width: 'Width', height: 'Height' },
  cavity: { length: 'Length', width: 'Width', height: 'Height' },
  ring: { length: 'Diameter outside', width: 'How thick it is' },
  mesh: { length: 'Length', width: 'Width', height: 'From bar to bar' },
  casting: { width: 'Its walls', weight: 'Weight' },
};
/** Bars of a mesh are about a fifth of their pitch. */
const BAR_SHARE = 0.2;
/** Most castings on a vehicle are iron, kg/m³. */
const IRON = 7200;

/** Works out an area from a few sizes, for what is no plain sheet: nobody has to guess the area of a sill. */
export function AreaFromSizes({ onArea }: { onArea(cm2: number): void }) {
  const { units } = useAppTheme();
  const [asked, setAsked] = useState(false);
  const [kind, setKind] = useState<SolidKind>('box');
  const [faces, setFaces] = useState<'1' | '2'>('1');
  const { control, figures, problems } = useLiveForm(EMPTY, schema);
  if (!asked) return <TextButton label="Work the area out from its sizes" onPress={() => setAsked(true)} />;
  const { length: lengthMm, width: widthMm, height: heightMm, weight: massKg } = figures ?? {};
  const labels = LABELS[kind];
  const solid = ((): Solid | undefined => {
    if (widthMm === undefined) return undefined;
    if (kind === 'casting')
      return massKg === undefined ? undefined : { kind, massG: massKg * 1000, wallMm: widthMm, densityKgM3: IRON };
    if (lengthMm === undefined) return undefined;
    switch (kind) {
      case 'sheet':
        return { kind, lengthMm, widthMm, faces: faces === '2' ? 2 : 1 };
      case 'edge':
        return { kind, lengthMm, widthMm };
      case 'tube':
        return { kind, lengthMm, diameterMm: widthMm };
      case 'ring':
        return { kind, diameterMm: lengthMm, widthMm };
      case 'mesh':
        return heightMm === undefined
          ? undefined
          : { kind, lengthMm, widthMm, pitchMm: heightMm, barMm: BAR_SHARE * heightMm };
      case 'box':
      case 'cavity':
        return heightMm === undefined ? undefined : { kind, lengthMm, widthMm, heightMm };
    }
  })();
  const cm2 = solid && solidAreaCm2(solid);
  return (
    <Stack top={2}>
      <ChoiceGroup label="What it is" options={KINDS} value={kind} onChange={(k) => setKind(k)} />
      <Fields>
        {(['length', 'width', 'height', 'weight'] as const).map((name) => {
          const label = labels[name];
          return (
            label !== undefined && (
              <FormField
                key={name}
                control={control}
                name={name}
                label={label}
                quantity={name === 'weight' ? 'bulk' : 'thickness'}
                problem={problems[name]}
              />
            )
          );
        })}
      </Fields>
      {kind === 'sheet' && (
        <ChoiceGroup label="Painted on" options={FACES} value={faces} onChange={(f) => setFaces(f)} />
      )}
      {cm2 !== undefined && (
        <Text kind="small" tone="muted">
          {`Give or take ${Math.round(SOLID_SPREAD[kind] * 100)} %: ${formatQuantity('area', cm2 * (1 - SOLID_SPREAD[kind]), units)} to ${formatQuantity('area', cm2 * (1 + SOLID_SPREAD[kind]), units)}.`}
        </Text>
      )}
      <Stack top={3}>
        <ActionButton
          label={cm2 === undefined ? 'Take this area' : `Take ${formatQuantity('area', cm2, units)}`}
          disabled={cm2 === undefined}
          onPress={() => {
            if (cm2 === undefined) return;
            onArea(cm2);
            setAsked(false);
          }}
          testID="take-area"
        />
      </Stack>
    </Stack>
  );
}
