import { useState } from 'react';
import { object } from 'yup';
import { formatQuantity, type UnitSystem } from '@/core';
import { keysOf } from '@/core/keysOf';
import { solidAreaCm2, SOLID_NAMES, type Solid, type SolidKind } from '@/core/outline/solids';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Fields } from '@/ui/Field';
import { FormField } from '@/ui/form/FormField';
import { typedQuantity } from '@/ui/form/schema';
import { useLiveForm } from '@/ui/form/useLiveForm';
import { Stack } from '@/ui/layout';
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
  return object({ length: size(), width: size(), height: size() });
};
const EMPTY = { length: '', width: '', height: '' };

/** Works out an area from a few sizes, for what is no plain sheet: nobody has to guess the area of a sill. */
export function AreaFromSizes({ onArea }: { onArea(cm2: number): void }) {
  const { units } = useAppTheme();
  const [asked, setAsked] = useState(false);
  const [kind, setKind] = useState<SolidKind>('box');
  const [faces, setFaces] = useState<'1' | '2'>('1');
  const { control, figures, problems } = useLiveForm(EMPTY, schema);
  if (!asked) return <TextButton label="Work the area out from its sizes" onPress={() => setAsked(true)} />;
  const { length: lengthMm, width: widthMm, height: heightMm } = figures ?? {};
  const solid = ((): Solid | undefined => {
    if (lengthMm === undefined || widthMm === undefined) return undefined;
    switch (kind) {
      case 'sheet':
        return { kind, lengthMm, widthMm, faces: faces === '2' ? 2 : 1 };
      case 'edge':
        return { kind, lengthMm, widthMm };
      case 'tube':
        return { kind, lengthMm, diameterMm: widthMm };
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
        <FormField control={control} name="length" label="Length" quantity="thickness" problem={problems.length} />
        <FormField
          control={control}
          name="width"
          label={kind === 'tube' ? 'Diameter' : 'Width'}
          quantity="thickness"
          problem={problems.width}
        />
        {(kind === 'box' || kind === 'cavity') && (
          <FormField control={control} name="height" label="Height" quantity="thickness" problem={problems.height} />
        )}
      </Fields>
      {kind === 'sheet' && (
        <ChoiceGroup label="Painted on" options={FACES} value={faces} onChange={(f) => setFaces(f)} />
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
