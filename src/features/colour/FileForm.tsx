import { useState } from 'react';
import { oddReading, type AbsoluteValues } from '@/core/colour';
import { readCgats, type CgatsFile } from '@/core/formats/cgats';
import { pickFile } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Notice, Problem } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { OddReading } from './OddReading';
import type { ReadFormProps } from './readForm';
import { WhereRead, whereOf, type Where } from './WhereRead';

/** Readings out of a file of an instrument: CGATS text. */
export function FileForm({ open, of, about, card, ways, problem, onSave, onLeave }: ReadFormProps) {
  const [file, setFile] = useState<{ name: string } & CgatsFile>();
  const [wrong, setWrong] = useState<string>();
  const [sample, setSample] = useState<string>();
  const [values, setValues] = useState<AbsoluteValues>();
  /** Somebody looked at the odd one and kept it. */
  const [isAsked, setAsked] = useState(false);
  const [where, setWhere] = useState<Where>(() => ({
    words: '',
    surface: 'polished',
    ...(card && { zoneId: card.zones[card.zones.length - 1]?.id ?? '' }),
  }));
  const pick = (name: string, from: CgatsFile) => {
    setSample(name);
    setAsked(false);
    setValues(from.samples.find((s) => s.name === name)?.values);
  };
  const choose = async () => {
    const picked = await pickFile('.txt,.cgats,.cgx,.ti3,text/plain');
    if (!picked) return;
    const r = readCgats(await picked.text());
    if (!r.ok) {
      setFile(undefined);
      setValues(undefined);
      setWrong(
        `${picked.name}: ${r.error.line === undefined ? '' : `line ${r.error.line}: `}${r.error.message}. Nothing was taken.`,
      );
      return;
    }
    setWrong(undefined);
    setFile({ name: picked.name, ...r.value });
    pick(r.value.samples[0]?.name ?? '', r.value);
  };
  const odd = values && !isAsked ? oddReading(values) : undefined;
  return (
    <Page
      testID="file-form"
      foot={
        <>
          <ActionButton
            label="Keep the reading"
            strong
            grow
            disabled={!values || odd !== undefined}
            onPress={() =>
              values && onSave({ by: 'file', ...(about.on === 'car' && whereOf(where)), values }, where.zoneId)
            }
            testID="keep-file"
          />
          <ActionButton label="Leave" onPress={onLeave} />
        </>
      }
    >
      <PageHead
        eyebrow={of.colour.name}
        title={card ? `Which reading is ${card.panel.name.toLowerCase()}?` : 'Which reading is the car?'}
        subtitle="A CGATS text file: reflectances from 400 to 700 nm or CIELAB, with a column for the angle."
      />
      {ways}
      <WhereRead open={open} card={card} value={where} onChange={setWhere} />
      <TextButton label={file ? 'Another file' : 'Choose the file'} onPress={() => void choose()} />
      <Problem says={wrong} />
      {file?.notes.map((n) => (
        <Notice key={n} tone="muted">
          {n}
        </Notice>
      ))}
      {file && (
        <ChoiceGroup
          label={file.name}
          options={file.samples.map((s) => ({ value: s.name, label: s.name }))}
          value={sample}
          onChange={(name) => pick(name, file)}
        />
      )}
      {values && (
        <Text kind="small" tone="muted">
          {`${values.readings.length === 1 ? 'One reading' : `${values.readings.length} readings`} at ${values.anglesDeg.join('°, ')}°.`}
        </Text>
      )}
      {values && values.readings.length < 3 && (
        <Text kind="small" tone="window">
          Three readings of a place are surer than one: nobody can tell a slip from a single one.
        </Text>
      )}
      {values && !isAsked && <OddReading values={values} onWithout={setValues} onKeep={() => setAsked(true)} />}
      {problem}
    </Page>
  );
}
