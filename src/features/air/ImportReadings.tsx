import { useState } from 'react';
import { View } from 'react-native';
import { addReadings, type Message, errorText, fail, phrase, type Result } from '@/core';
import type { ClimateFile } from '@/core/formats/climateCsv';
import { nowMs, pickFile, useClimate, useClimateActions } from '@/data';
import { fullWhen } from '@/ui/format';
import { ActionButton } from '@/ui/ActionButton';
import { Row } from '@/ui/layout';
import { Notice } from '@/ui/Notice';
import { TextButton } from '@/ui/TextButton';
import { Text } from '@/ui/Text';

type Step =
  | { at: 'idle'; done?: string }
  | { at: 'reading' }
  | { at: 'refused'; name: string; why: Message }
  | { at: 'ready'; name: string; file: ClimateFile };

const MAX_PROBLEMS = 5;
const MAX_BYTES = 30_000_000;

async function readTable(file: File): Promise<Result<ClimateFile, Message>> {
  if (file.size > MAX_BYTES) return fail('The file is larger than any logger writes');
  const { readClimateCsv } = await import('@/core/formats/climateCsv');
  return readClimateCsv(await file.text(), nowMs());
}

/** Reads a logger's table, says what is in it and what is left out, and takes it on a second tap. */
export function ImportReadings() {
  const [step, setStep] = useState<Step>({ at: 'idle' });
  const actions = useClimateActions();
  const climate = useClimate();
  const choose = async () => {
    const file = await pickFile('.csv,.txt,text/csv');
    if (!file) return;
    setStep({ at: 'reading' });
    const r = await readTable(file).catch((e: unknown) =>
      fail(e instanceof Error ? errorText(e) : 'it cannot be read'),
    );
    setStep(r.ok ? { at: 'ready', name: file.name, file: r.value } : { at: 'refused', name: file.name, why: r.error });
  };
  const take = (file: ClimateFile, name: string) =>
    actions.addReadings(file.readings).then(
      () => setStep({ at: 'idle', done: `${file.readings.length} readings are in.` }),
      (e: Error) => setStep({ at: 'refused', name, why: errorText(e) }),
    );
  const times = step.at === 'ready' ? step.file.readings.map((r) => r.atMs) : [];
  const known = step.at === 'ready' && climate ? addReadings(climate.days, step.file.readings).known : 0;
  return (
    <View aria-live="polite">
      {step.at !== 'ready' && (
        <TextButton
          label={step.at === 'reading' ? 'Reading the file' : "Import a logger's file"}
          icon="plus"
          onPress={() => void choose()}
        />
      )}
      {step.at === 'idle' && step.done && (
        <Text kind="small" tone="good">
          {step.done}
        </Text>
      )}
      {step.at === 'refused' && (
        <Notice
          tone="stop"
          testID="readings-refused"
        >{phrase`${step.name} was refused. Nothing was changed. ${step.why}.`}</Notice>
      )}
      {step.at === 'ready' && (
        <Notice tone="muted" testID="readings-ready">
          <Text kind="strong">{`${step.file.readings.length} readings`}</Text>
          <Text kind="small">{`${fullWhen(times.reduce((a, b) => Math.min(a, b)))} to ${fullWhen(times.reduce((a, b) => Math.max(a, b)))}`}</Text>
          {known > 0 && <Text kind="small" tone="muted">{`${known} of them are here already.`}</Text>}
          {step.file.note !== undefined && (
            <Text kind="small" tone="window">
              {step.file.note}
            </Text>
          )}
          {step.file.secondHour > 0 && (
            <Text
              kind="small"
              tone="muted"
            >{`The clock went back an hour: ${step.file.secondHour} readings belong to the second time through it.`}</Text>
          )}
          {step.file.leftOut.length > 0 && (
            <Text kind="small" tone="window">{`${step.file.leftOut.length} rows are left out:`}</Text>
          )}
          {step.file.leftOut.slice(0, MAX_PROBLEMS).map((l) => (
            <Text key={l.line} kind="small">{phrase`Line ${l.line}: ${l.message}`}</Text>
          ))}
          {step.file.leftOut.length > MAX_PROBLEMS && (
            <Text kind="small">{`and ${step.file.leftOut.length - MAX_PROBLEMS} more`}</Text>
          )}
          <Row top={2}>
            <ActionButton
              label="Take them"
              strong
              onPress={() => void take(step.file, step.name)}
              testID="readings-do"
            />
            <ActionButton label="Leave it" onPress={() => setStep({ at: 'idle' })} />
          </Row>
        </Notice>
      )}
    </View>
  );
}
