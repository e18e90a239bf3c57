import { useState } from 'react';
import { errorText, GAP_BEFORE_NAMES, type GapBefore, type Message, type Panel } from '@/core';
import { MIN_GAP_READINGS, twinGapMm } from '@/core/fair';
import { keysOf } from '@/core/keysOf';
import { zonesOnFace } from '@/core/outline';
import { useLogCommand, useSheetDraft, type OpenJob } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Field, Fields, Measure } from '@/ui/Field';
import { Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { formatForInput, readNumber } from '@/ui/numbers';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { TextButton } from '@/ui/TextButton';
import { HeightEntry } from './HeightEntry';

const BEFORE = keysOf(GAP_BEFORE_NAMES).map((value) => ({ value, label: GAP_BEFORE_NAMES[value] }));
const PLACES = ['3', '5', '7'] as const;
/** Most gaps of panels that open. mm */
const USUAL_MM = 4;

interface Texts {
  name: string;
  length: string;
  agreed: string;
  before: GapBefore;
  places: (typeof PLACES)[number];
  /** Widths, then steps, mm. */
  mm: (number | null)[];
}

/** A gap along its length, with the part hung: how wide it is and how the faces meet. */
export function TakeGap({ open, panel, onDone }: { open: OpenJob; panel: Panel; onDone(): void }) {
  const { units } = useAppTheme();
  const notify = useNotify();
  const command = useLogCommand(open.job.id);
  const [t, setT] = useState<Texts>(() => ({
    name: '',
    length: '',
    agreed: formatForInput(USUAL_MM, { quantity: 'thickness' }, units),
    before: 'filling',
    places: '5',
    mm: Array.from({ length: 10 }, () => null),
  }));
  const [problem, setProblem] = useState<Message>();
  const set = (more: Partial<Texts>) => setT((old) => ({ ...old, ...more }));
  const n = Number(t.places);
  const widthMm = t.mm.slice(0, n);
  const read = widthMm.filter((v) => v !== null).length;
  const forget = useSheetDraft(`gap/${open.job.id}/${panel.id}`, t.name !== '' || read > 0 ? t : undefined, setT);
  const length = readNumber(t.length, { quantity: 'length' }, units);
  const agreed = readNumber(t.agreed, { quantity: 'thickness' }, units);
  const twin = t.name.trim() === '' ? undefined : twinGapMm(open.job, open.state, panel.id, t.name);
  const isReady = t.name.trim() !== '' && length.ok && agreed.ok && read >= MIN_GAP_READINGS;
  const save = () => {
    if (!length.ok || !agreed.ok) return;
    command.mutate(
      {
        log: {
          kind: 'measured',
          zoneIds: zonesOnFace(open.job, panel.id, 'outer').map((z) => z.id),
          measure: 'gap',
          gap: {
            name: t.name.trim(),
            lengthMm: length.value * 10,
            widthMm,
            flushMm: t.mm.slice(n),
            agreedMm: agreed.value,
            before: t.before,
          },
        },
      },
      {
        onSuccess: ({ undo }) => {
          forget();
          notify({ text: `${t.name.trim()} is kept.`, undo });
          onDone();
        },
        onError: (e) => setProblem(errorText(e)),
      },
    );
  };
  return (
    <Page
      testID="take-gap"
      foot={
        <>
          <ActionButton label="Keep the gap" strong grow disabled={!isReady} onPress={save} testID="keep-gap" />
          <ActionButton label="Leave" onPress={onDone} />
        </>
      }
    >
      <PageHead
        eyebrow={`${open.job.name}, ${panel.name.toLowerCase()}`}
        title="How wide is the gap?"
        subtitle="With the part hung and latched: widths from one end to the other, then how far this face stands proud of the other."
      />
      <Field label="Which gap" value={t.name} onChange={(name) => set({ name })} hint="Such as door to wing" />
      <Fields>
        <Measure
          label="Its length"
          quantity="length"
          value={t.length}
          onChange={(x) => set({ length: x })}
          {...(t.length !== '' && !length.ok && { problem: length.error })}
        />
        <Measure
          label="It should be"
          quantity="thickness"
          value={t.agreed}
          onChange={(x) => set({ agreed: x })}
          {...(!agreed.ok && { problem: agreed.error })}
        />
      </Fields>
      {twin !== undefined && (
        <TextButton
          label="As on the other side"
          onPress={() => set({ agreed: formatForInput(Math.round(twin * 10) / 10, { quantity: 'thickness' }, units) })}
        />
      )}
      <ChoiceGroup label="It is looked at" options={BEFORE} value={t.before} onChange={(before) => set({ before })} />
      <ChoiceGroup
        label="Places along it"
        options={PLACES.map((value) => ({ value, label: value }))}
        value={t.places}
        onChange={(places) => set({ places, mm: Array.from({ length: 2 * Number(places) }, () => null) })}
      />
      <HeightEntry
        key={t.places}
        nx={n}
        ny={2}
        mm={t.mm}
        onChange={(mm) => set({ mm })}
        nameOf={(row, place) => `${row === 1 ? 'Width' : 'Step'} at place ${place}`}
        hint="First all widths. A step is plus where this face stands proud; leave out what nobody read."
      />
      <Problem says={problem} />
    </Page>
  );
}
