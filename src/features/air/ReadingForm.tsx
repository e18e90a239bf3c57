import { format } from 'date-fns/format';
import { useState } from 'react';
import { useWatch } from 'react-hook-form';
import { View } from 'react-native';
import { object, string, type InferType } from 'yup';
import { errorText, type ClimateReading, type Message, type UnitSystem } from '@/core';
import { loadDevices, nowMs, readDevice, useBench, useClimateActions, useSheetDraft, type Room } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { momentOf, showDay } from '@/ui/days';
import { Fields } from '@/ui/Field';
import { FormChoice, FormField } from '@/ui/form/FormField';
import { FormDay, FormTime } from '@/ui/form/FormPicked';
import { typedNumber, typedQuantity } from '@/ui/form/schema';
import { setProblems, useAppForm } from '@/ui/form/useAppForm';
import { useTouched } from '@/ui/form/useTouched';
import { Row } from '@/ui/layout';
import { Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { formatForInput } from '@/ui/numbers';
import { TextButton } from '@/ui/TextButton';

/** What was typed longer ago than this is not the air of now, ms. */
const READ_LATELY_MS = 60 * 60_000;
type ReadingTexts = Record<'temp' | 'rh' | 'surface' | 'when' | 'day' | 'time', string>;
/** What is typed here is checked by the same door as what a device says. */
const ANY = { min: -1e6, max: 1e6 };
const readingSchema = (units: UnitSystem) =>
  object({
    temp: typedQuantity('temp', ANY, units).required(),
    rh: typedNumber({ percent: true }, ANY, units).required(),
    surface: typedQuantity('temp', { ...ANY, optional: true }, units),
    when: string().required(),
    day: string().defined(),
    time: string().defined(),
  });

/** A reading by hand: of now, of earlier, or one put in place of another. */
export function ReadingForm({
  room,
  reading,
  onDone,
}: {
  room: Room;
  /** The one that is corrected. */
  reading?: ClimateReading;
  onDone(): void;
}) {
  const { units } = useAppTheme();
  const bench = useBench();
  const notify = useNotify();
  const { addReadings, removeReadings } = useClimateActions();
  const [openedMs] = useState(nowMs);
  const form = useAppForm<ReadingTexts, InferType<ReturnType<typeof readingSchema>>>(
    {
      temp: formatForInput(reading?.tempC ?? Math.round(room.here.tempC * 2) / 2, { quantity: 'temp' }, units),
      rh: formatForInput(reading?.rh ?? Math.round(room.here.rh * 100) / 100, { percent: true }, units),
      surface: formatForInput(reading?.surfaceC, { quantity: 'temp' }, units),
      when: reading ? 'earlier' : 'now',
      day: showDay(reading?.atMs ?? openedMs),
      time: format(reading?.atMs ?? openedMs, 'HH:mm'),
    },
    readingSchema,
  );
  const typed = useWatch({ control: form.control }) as ReadingTexts;
  const { touched, restore } = useTouched<ReadingTexts>(form, typed);
  const forget = useSheetDraft(`reading/${reading?.atMs ?? ''}`, touched, restore, READ_LATELY_MS);
  const earlier = typed.when === 'earlier';
  const [problem, setProblem] = useState<Message>();
  const save = form.handleSubmit(async ({ temp, rh, surface, when, day, time }) => {
    const { acceptReading } = await loadDevices();
    const now = nowMs();
    // A moment that nobody changed keeps its seconds.
    const sameMoment = reading && day === showDay(reading.atMs) && time === format(reading.atMs, 'HH:mm');
    const at = when === 'now' ? now : sameMoment ? reading.atMs : momentOf(day, time);
    if (at === undefined)
      return form.setError('time', { message: 'A day and a time such as 14:05' }, { shouldFocus: true });
    const r = acceptReading(
      { atMs: at, tempC: temp, rh, ...(surface !== undefined && { surfaceC: surface }) },
      'hand',
      now,
    );
    if (!r.ok) {
      const says = String(r.error);
      setProblems(form, [
        {
          path: /humid/.test(says) ? 'rh' : /surface/.test(says) ? 'surface' : /its time/.test(says) ? 'time' : 'temp',
          message: r.error,
        },
      ]);
      return;
    }
    const moved = reading && reading.atMs !== r.value.atMs;
    const save = async () => {
      await addReadings([r.value]);
      // The new one is there before the old one goes: nothing is lost in between.
      if (moved) await removeReadings([reading.atMs]);
    };
    await save().then(
      () => {
        forget();
        notify({
          text: reading ? 'The reading is corrected.' : 'The reading is logged.',
          undo: async () => {
            if (!reading || moved) await removeReadings([r.value.atMs]);
            if (reading) await addReadings([reading]);
          },
        });
        onDone();
      },
      (e: Error) => setProblem(errorText(e)),
    );
  });
  return (
    <View testID="by-hand">
      <Fields>
        <FormField control={form.control} name="temp" label="Air" quantity="temp" />
        <FormField control={form.control} name="rh" label="Humidity, %" numeric />
        <FormField control={form.control} name="surface" label="Panel, if measured" quantity="temp" />
      </Fields>
      <FormChoice
        control={form.control}
        name="when"
        label="When it was read"
        options={[
          { value: 'now', label: 'Now' },
          { value: 'earlier', label: 'Earlier' },
        ]}
      />
      {earlier && (
        <Fields>
          <FormDay control={form.control} name="day" label="Day" />
          <FormTime control={form.control} name="time" label="Time" />
        </Fields>
      )}
      {bench.status !== 'none' && (
        <TextButton
          label="Read the panel thermometer"
          onPress={() =>
            void readDevice('surface').then(
              (c) => {
                form.setValue('surface', formatForInput(c, { quantity: 'temp' }, units), { shouldDirty: true });
                form.clearErrors('surface');
              },
              (e: Error) => setProblems(form, [{ path: 'surface', message: errorText(e) }]),
            )
          }
        />
      )}
      <Problem says={problem} />
      <Row top={2}>
        <ActionButton
          label={reading ? 'Put it right' : 'Log the air'}
          strong
          onPress={() => void save()}
          testID="save-reading"
        />
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
