import { format } from 'date-fns/format';
import { useState } from 'react';
import { useWatch } from 'react-hook-form';
import { View } from 'react-native';
import { object, string, type InferType } from 'yup';
import { BOUNDS, errorText, figure, phrase, type Message, type TypedForecast, type UnitSystem } from '@/core';
import type { Dampness, ForecastPlace } from '@/core/air/forecast';
import type { Contradiction } from '@/core/advice';
import { nowMs, useAdvice, useClimateActions, useSheetDraft, type Room } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { momentOf, showDay } from '@/ui/days';
import { Fields } from '@/ui/Field';
import { percent } from '@/ui/format';
import { AIR_PLACE_OPTIONS, DAMPNESS_OPTIONS } from '@/ui/form/airOptions';
import { FormChoice, FormField } from '@/ui/form/FormField';
import { FormTime } from '@/ui/form/FormPicked';
import { typedQuantity } from '@/ui/form/schema';
import { useAppForm } from '@/ui/form/useAppForm';
import { useTouched } from '@/ui/form/useTouched';
import { Row } from '@/ui/layout';
import { Notice, Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Text } from '@/ui/Text';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
/** Rain for longer than that is an end before its beginning, ms. */
const LONGEST_RAIN_MS = 20 * HOUR;
/** A forecast that was begun so long ago is not tonight's, ms. */
const KEPT_MS = 3 * HOUR;

type Texts = Record<'low' | 'high' | 'dampness' | 'place' | 'wet' | 'from' | 'to', string>;
const schema = (units: UnitSystem) =>
  object({
    low: typedQuantity('temp', BOUNDS.tempC, units).required(),
    high: typedQuantity('temp', BOUNDS.tempC, units).required(),
    dampness: string<Dampness>().required(),
    place: string<ForecastPlace>().required(),
    wet: string<'none' | 'rain'>().required(),
    from: string().defined(),
    to: string().defined(),
  });

/** The next moment at which a clock shows a time, ms; undefined where that is no time. */
function nextTime(time: string, afterMs: number): number | undefined {
  const today = momentOf(showDay(afterMs), time);
  return today === undefined ? undefined : today >= afterMs ? today : momentOf(showDay(afterMs + DAY), time);
}

const SAYS: Record<Contradiction, { text: string; reading: string }> = {
  colderNow: { text: 'It is colder in here now than tonight’s low.', reading: 'The low is what was read, or under it' },
  damperNow: { text: 'The air that was read holds more water than a dry night.', reading: 'It is a usual night' },
};

/** Tonight's low, tomorrow's high, how damp, and rain: as somebody read or heard it. */
export function ForecastForm({ room, onDone }: { room: Room; onDone(): void }) {
  const advice = useAdvice();
  const notify = useNotify();
  const { saveForecast } = useClimateActions();
  const before = room.climate.forecast;
  const [openedMs] = useState(nowMs);
  const rainFrom = Math.ceil(openedMs / HOUR + 1) * HOUR;
  const form = useAppForm<Texts, InferType<ReturnType<typeof schema>>>(
    {
      low: '',
      high: '',
      dampness: before?.typed?.dampness ?? 'usual',
      place: before?.typed?.place ?? 'yard',
      wet: 'none',
      from: format(rainFrom, 'HH:mm'),
      to: format(rainFrom + 4 * HOUR, 'HH:mm'),
    },
    schema,
  );
  const typed = useWatch({ control: form.control }) as Texts;
  const { touched, restore } = useTouched<Texts>(form, typed);
  const forget = useSheetDraft('forecast', touched, restore, KEPT_MS);
  const [problem, setProblem] = useState<Message>();
  const [asked, setAsked] = useState<{ forecast: TypedForecast; why: Contradiction }>();
  const read = room.here.basis === 'read' ? { atMs: openedMs, tempC: room.here.tempC, rh: room.here.rh } : undefined;

  const keep = async (forecast: TypedForecast) => {
    if (!advice) return;
    const issuedMs = nowMs();
    await saveForecast({
      issuedMs,
      points: advice.forecastPoints(forecast, issuedMs, read && { ...read, atMs: issuedMs }),
      typed: forecast,
    }).then(
      () => {
        forget();
        notify({ text: 'The forecast is kept.', undo: () => saveForecast(before) });
        onDone();
      },
      (e: Error) => setProblem(errorText(e)),
    );
  };
  const save = form.handleSubmit(async ({ low, high, dampness, place, wet, from, to }) => {
    if (!advice) return;
    if (high < low)
      return form.setError('high', { message: 'Tomorrow’s high is under tonight’s low' }, { shouldFocus: true });
    const forecast: TypedForecast = { lowC: low, highC: high, dampness, place };
    if (wet === 'rain') {
      const fromMs = nextTime(from, nowMs() - HOUR);
      const toMs = fromMs === undefined ? undefined : nextTime(to, fromMs + 1);
      if (fromMs === undefined)
        return form.setError('from', { message: 'A time such as 19:00' }, { shouldFocus: true });
      if (toMs === undefined) return form.setError('to', { message: 'A time such as 23:00' }, { shouldFocus: true });
      if (toMs - fromMs > LONGEST_RAIN_MS)
        return form.setError('to', { message: 'The rain ends before it begins' }, { shouldFocus: true });
      forecast.rain = { fromMs, toMs };
    }
    const why = advice.contradictionOf(forecast, read);
    if (why) return setAsked({ forecast, why });
    await keep(forecast);
  });
  return (
    <View testID="forecast-form">
      <Fields>
        <FormField control={form.control} name="low" label="Tonight’s low" quantity="temp" />
        <FormField control={form.control} name="high" label="Tomorrow’s high" quantity="temp" />
      </Fields>
      <FormChoice control={form.control} name="dampness" label="The air" options={DAMPNESS_OPTIONS} />
      <FormChoice
        control={form.control}
        name="wet"
        label="Rain"
        options={[
          { value: 'none', label: 'None' },
          { value: 'rain', label: 'It rains' },
        ]}
      />
      {typed.wet === 'rain' && (
        <Fields>
          <FormTime control={form.control} name="from" label="From" />
          <FormTime control={form.control} name="to" label="Until" />
        </Fields>
      )}
      <FormChoice control={form.control} name="place" label="It is told of" options={AIR_PLACE_OPTIONS} />
      {asked && read && advice && (
        <Notice tone="window">
          <Text>
            {phrase`${SAYS[asked.why].text} Read: ${figure('temp', read.tempC, 1)}, ${percent(read.rh)}. Which is right?`}
          </Text>
          <Row top={2}>
            <ActionButton
              label={SAYS[asked.why].reading}
              onPress={() => void keep(advice.byTheReading(asked.forecast, read))}
            />
            <ActionButton label="As it was typed" onPress={() => void keep(asked.forecast)} />
          </Row>
        </Notice>
      )}
      <Problem says={problem} />
      <Row top={2}>
        <ActionButton label="Keep the forecast" strong onPress={() => void save()} testID="save-forecast" />
        <ActionButton
          label="Leave"
          onPress={() => {
            forget();
            onDone();
          }}
        />
      </Row>
    </View>
  );
}
