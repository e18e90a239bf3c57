import { View } from 'react-native';
import { object } from 'yup';
import { BOUNDS, type UnitSystem } from '@/core';
import { ActionButton } from '../ActionButton';
import { gap } from '../theme';
import { FormField } from './FormField';
import { typedNumber } from './schema';
import { useAppForm } from './useAppForm';

const schema = (units: UnitSystem) =>
  object({ minutes: typedNumber({ plain: true }, { ...BOUNDS.workMin, whole: true }, units).required() });

/** Asks how many minutes it really was. */
export default function MinutesForm({ onSave }: { onSave(minutes: number): void }) {
  const form = useAppForm({ minutes: '' }, schema);
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'flex-end', gap: gap(2) }}>
      <FormField control={form.control} name="minutes" label="It took, minutes" numeric short />
      <ActionButton
        label="Log that"
        strong
        onPress={() => void form.handleSubmit(({ minutes }) => onSave(minutes))()}
        testID="log-minutes"
      />
    </View>
  );
}
