import { errorText, type Conditions, type Message } from '@/core';
import { useState } from 'react';
import { View } from 'react-native';
import { readDevice, useBench } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { formatForInput } from '@/ui/numbers';
import { Field, Fields, Measure } from '@/ui/Field';
import { TextButton } from '@/ui/TextButton';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';
import { airLine } from '@/ui/words';

/** Air as it stands on the sheet. */
export interface AirTexts {
  temp: string;
  rh: string;
  surface?: string;
}

interface Props {
  /** Whether it is typed; else the air that is known is said. */
  asked: boolean;
  texts: AirTexts;
  here: Conditions | undefined;
  now: number;
  problems: Record<string, Message>;
  onChange(texts: AirTexts): void;
}

/** The air of an entry: what is known of it, or what was read just now. */
export function AirFields({ asked, texts, here, now, problems, onChange }: Props) {
  const { units } = useAppTheme();
  const bench = useBench();
  const [silent, setSilent] = useState<Message>();
  if (!asked)
    return (
      <View
        style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: gap(3), marginTop: gap(3) }}
      >
        <T kind="small" tone="muted">
          {here && airLine(here, units, now)}
        </T>
        <TextButton label="Read it anew" onPress={() => onChange(texts)} />
      </View>
    );
  const thermometer = () =>
    void readDevice('surface').then(
      (c) => {
        setSilent(undefined);
        onChange({ ...texts, surface: formatForInput(c, { quantity: 'temp' }, units) });
      },
      (e: Error) => setSilent(errorText(e)),
    );
  return (
    <>
      <Fields>
        <Measure
          label="Air"
          quantity="temp"
          value={texts.temp}
          onChange={(temp) => onChange({ ...texts, temp })}
          problem={problems['air.tempC']}
        />
        <Field
          label="Humidity, %"
          value={texts.rh}
          onChange={(rh) => onChange({ ...texts, rh })}
          problem={problems['air.rh']}
          numeric
        />
        <Measure
          label="Panel, if measured"
          quantity="temp"
          value={texts.surface ?? ''}
          onChange={(surface) => onChange({ ...texts, surface })}
          problem={problems['air.surfaceTempC'] ?? silent}
        />
      </Fields>
      {bench.status !== 'none' && <TextButton label="Read the panel thermometer" onPress={thermometer} />}
    </>
  );
}
