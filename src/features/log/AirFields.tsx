import { errorText, type Conditions, type Message } from '@/core';
import { useState } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import { View } from 'react-native';
import { readDevice, useBench } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { formatForInput } from '@/ui/numbers';
import { Fields } from '@/ui/Field';
import { FormField } from '@/ui/form/FormField';
import { TextButton } from '@/ui/TextButton';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { airLine } from '@/ui/words';
import type { Texts } from './draft';

interface Props {
  /** Whether it is typed; else the air that is known is said. */
  asked: boolean;
  form: Pick<UseFormReturn<Texts>, 'control' | 'setValue' | 'clearErrors'>;
  here: Conditions | undefined;
  now: number;
  onAsk(): void;
}

/** The air of an entry: what is known of it, or what was read just now. */
export function AirFields({ asked, form, here, now, onAsk }: Props) {
  const { units } = useAppTheme();
  const bench = useBench();
  const [silent, setSilent] = useState<Message>();
  if (!asked)
    return (
      <View
        style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: gap(3), marginTop: gap(3) }}
      >
        <Text kind="small" tone="muted">
          {here && airLine(here, units, now)}
        </Text>
        <TextButton label="Take a new reading" onPress={onAsk} />
      </View>
    );
  const thermometer = () =>
    void readDevice('surface').then(
      (c) => {
        setSilent(undefined);
        form.clearErrors('surface');
        form.setValue('surface', formatForInput(c, { quantity: 'temp' }, units), { shouldDirty: true });
      },
      (e: Error) => setSilent(errorText(e)),
    );
  return (
    <>
      <Fields>
        <FormField control={form.control} name="temp" label="Air" quantity="temp" />
        <FormField control={form.control} name="rh" label="Humidity, %" numeric />
        <FormField control={form.control} name="surface" label="Panel, if measured" quantity="temp" problem={silent} />
      </Fields>
      {bench.status !== 'none' && <TextButton label="Read the panel thermometer" onPress={thermometer} />}
    </>
  );
}
