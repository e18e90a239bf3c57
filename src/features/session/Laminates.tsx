import { useState } from 'react';
import { object } from 'yup';
import { formatQuantity, type UnitSystem } from '@/core';
import { NOMINAL_CATALYST, planLaminate } from '@/core/repair';
import { useAppTheme } from '@/ui/appTheme';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Fields } from '@/ui/Field';
import { FormField } from '@/ui/form/FormField';
import { typedQuantity } from '@/ui/form/schema';
import { useAppForm } from '@/ui/form/useAppForm';
import { Grow, Row, Stack } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';

interface Patch {
  widthMm: number;
  heightMm: number;
  thickMm: number;
  resin: 'polyester' | 'epoxy';
}

const schema = (units: UnitSystem) =>
  object({
    widthMm: typedQuantity('thickness', { min: 5, max: 3000 }, units).required(),
    heightMm: typedQuantity('thickness', { min: 5, max: 3000 }, units).required(),
    thickMm: typedQuantity('thickness', { min: 0.5, max: 30 }, units).required(),
  });
/** Usual mat and taper of a skin; the repair's own page has them all. */
const PLY_GM2 = 450;
const TAPER = 8;

/** The day's laminates together: one list to cut by, and resin in mixes by their pot life. */
export function Laminates({ tempC }: { tempC: number }) {
  const { units } = useAppTheme();
  const [patches, setPatches] = useState<Patch[]>([]);
  const [adding, setAdding] = useState(false);
  const [resin, setResin] = useState<Patch['resin']>('polyester');
  const form = useAppForm({ widthMm: '', heightMm: '', thickMm: '' }, schema);
  const plans = patches.map((p) =>
    planLaminate({ ...p, plyGm2: PLY_GM2, weave: 'mat', taper: TAPER, tempC, catalyst: NOMINAL_CATALYST }),
  );
  const g = (x: number) => formatQuantity('mass', x, units, 0);
  const mm = (x: number) => formatQuantity('thickness', x, units, units === 'metric' ? 0 : 1);
  return (
    <Section title="Laminates" deferRender>
      {patches.map((p, i) => {
        const plan = plans[i];
        return (
          <ListRow key={i} testID="laminate">
            <Grow>
              <Text kind="strong">{`${mm(p.widthMm)} by ${mm(p.heightMm)}, ${p.resin}`}</Text>
              {plan?.ok ? (
                <>
                  <Text kind="tag" tone="muted">
                    {`Cut: ${plan.value.plies.map((x) => `${mm(x.widthMm)} × ${mm(x.heightMm)}`).join(', ')}`}
                  </Text>
                  <Text kind="tag" tone="muted">
                    {`${g(plan.value.resinG)} of resin${plan.value.catalystG > 0 ? ` with ${formatQuantity('mass', plan.value.catalystG, units)} of catalyst` : ''}, in ${plan.value.batches} ${plan.value.batches === 1 ? 'mix' : 'mixes'} of at most ${g(plan.value.batchG)}; the pot lasts ${Math.round(plan.value.potMin)} min`}
                  </Text>
                </>
              ) : (
                <Text kind="small" tone="stop">
                  {plan?.error[0]?.message ?? ''}
                </Text>
              )}
            </Grow>
            <TextButton
              label="Take off"
              of={`: ${mm(p.widthMm)} by ${mm(p.heightMm)}`}
              tone="muted"
              onPress={() => setPatches(patches.filter((_, k) => k !== i))}
            />
          </ListRow>
        );
      })}
      {adding ? (
        <Stack between={2}>
          <Fields>
            <FormField control={form.control} name="widthMm" label="Ground out, wide" quantity="thickness" />
            <FormField control={form.control} name="heightMm" label="Ground out, high" quantity="thickness" />
            <FormField control={form.control} name="thickMm" label="Thickness to build" quantity="thickness" />
          </Fields>
          <ChoiceGroup<Patch['resin']>
            label="Resin"
            options={[
              { value: 'polyester', label: 'Polyester' },
              { value: 'epoxy', label: 'Epoxy' },
            ]}
            value={resin}
            onChange={setResin}
          />
          <Row>
            <ActionButton
              label="Onto the list"
              strong
              onPress={() =>
                void form.handleSubmit((v) => {
                  setPatches([...patches, { ...v, resin }]);
                  setAdding(false);
                  form.reset();
                })()
              }
              testID="add-laminate"
            />
            <ActionButton label="Leave" onPress={() => setAdding(false)} />
          </Row>
        </Stack>
      ) : (
        <TextButton label="Add a laminate" icon="plus" onPress={() => setAdding(true)} />
      )}
      {patches.length > 0 && (
        <Notice tone="muted">
          Peroxide catalyst blinds: goggles and gloves when it is measured. Never mix it with an accelerator by itself,
          and leave no hot pot on anything that burns. The resin's sheet decides.
        </Notice>
      )}
    </Section>
  );
}
