import { useState } from 'react';
import { View } from 'react-native';
import { BLAST_COATINGS, type BlastCoating, type BlastItem, type Face } from '@/core';
import { withoutCards } from '@/core/log/job';
import { newId, nowMs, useHeadList, type OpenJob, type Advice } from '@/data';
import { Field } from '@/ui/Field';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Row, Stack } from '@/ui/layout';
import { Problem } from '@/ui/Notice';
import { Section } from '@/ui/Section';
import { TextButton } from '@/ui/TextButton';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';

const FACE_NAMES: Record<Face, string> = { outer: 'Outer face', inner: 'Inner face' };

/** What goes to the yard: faces, covers that have to be on first, and what is left out on purpose. */
export function Staging({ open, advice }: { open: OpenJob; advice: Advice }) {
  const { job } = open;
  const list = job.staging ?? [];
  const [adding, setAdding] = useState(false);
  const { change, drop, problem, takeBack } = useHeadList(open, 'staging');
  const put = (item: BlastItem) => void change((all) => all.map((x) => (x.id === item.id ? item : x)));
  const left = withoutCards(job).panels.filter((p) => !list.some((i) => i.panelId === p.id));
  return (
    <Section
      title="Staging"
      aside={list.length === 0 ? 'empty' : `${list.filter((i) => i.skipped === undefined).length} to go`}
    >
      <Problem says={problem} />
      {takeBack && <TextButton label="Put it back" icon="undo" onPress={takeBack} />}
      {list.map((item) => (
        <One
          key={item.id}
          item={item}
          advice={advice}
          name={job.panels.find((p) => p.id === item.panelId)?.name ?? 'A panel that is gone'}
          onChange={put}
          onRemove={() => void drop((all) => all.filter((x) => x.id !== item.id))}
        />
      ))}
      {adding ? (
        <ChoiceGroup
          label="Which part"
          options={left.map((p) => ({ value: p.id, label: p.name }))}
          value=""
          onChange={(panelId) => {
            setAdding(false);
            const panel = job.panels.find((p) => p.id === panelId);
            if (!panel) return;
            void change((all) => [
              ...all,
              {
                id: newId(nowMs()),
                panelId,
                coating: 'thickPaint',
                faces: panel.map?.faces ?? ['outer'],
                cover: [],
              },
            ]);
          }}
        />
      ) : (
        left.length > 0 && <TextButton label="Put a part on the list" icon="plus" onPress={() => setAdding(true)} />
      )}
    </Section>
  );
}

function One({
  item,
  advice,
  name,
  onChange,
  onRemove,
}: {
  item: BlastItem;
  advice: Advice;
  name: string;
  onChange(i: BlastItem): void;
  onRemove(): void;
}) {
  const [opened, setOpened] = useState(false);
  const [cover, setCover] = useState('');
  const [reason, setReason] = useState('');
  const skipped = item.skipped !== undefined;
  const done = item.cover.filter((c) => c.done).length;
  return (
    <Stack top={2} bottom={2}>
      <TextButton
        label={`${name}: ${skipped ? 'left out' : item.cover.length === 0 ? 'nothing to cover' : `${done} of ${item.cover.length} covered`}`}
        icon={opened ? 'chevron-up' : 'chevron-down'}
        onPress={() => setOpened(!opened)}
      />
      {skipped && <Text kind="small" tone="muted">{`On purpose: ${item.skipped}`}</Text>}
      {!skipped && item.cover.length > 0 && (
        <ChoiceGroup
          label={`Covered on ${name}`}
          hideLabel
          many
          options={item.cover.map((c) => ({ value: c.name, label: c.name }))}
          value={item.cover.filter((c) => c.done).map((c) => c.name)}
          onChange={(v) =>
            onChange({ ...item, cover: item.cover.map((c) => (c.name === v ? { ...c, done: !c.done } : c)) })
          }
        />
      )}
      {opened && (
        <Stack bottom={2}>
          <ChoiceGroup
            label="What comes off"
            options={BLAST_COATINGS.map((c) => ({ value: c, label: advice.COATING_RATES[c].name }))}
            value={item.coating}
            onChange={(c: BlastCoating) => onChange({ ...item, coating: c })}
          />
          <ChoiceGroup
            label="Faces"
            many
            options={(['outer', 'inner'] as const).map((f) => ({ value: f, label: FACE_NAMES[f] }))}
            value={item.faces}
            onChange={(f) => {
              const faces = item.faces.includes(f) ? item.faces.filter((x) => x !== f) : [...item.faces, f];
              if (faces.length > 0) onChange({ ...item, faces });
            }}
          />
          <Field label="Cover first (threads, bores, glass)" value={cover} onChange={setCover} />
          <Row top={2}>
            <ActionButton
              label="Add the cover"
              disabled={!cover.trim() || item.cover.some((c) => c.name === cover.trim())}
              onPress={() => {
                onChange({ ...item, cover: [...item.cover, { name: cover.trim(), done: false }] });
                setCover('');
              }}
            />
          </Row>
          {skipped ? (
            <TextButton
              label="Blast it after all"
              onPress={() => {
                const { skipped: _, ...rest } = item;
                onChange(rest);
              }}
            />
          ) : (
            <>
              <Field label="Leave it out, because" value={reason} onChange={setReason} />
              <View style={{ flexDirection: 'row', marginTop: gap(2) }}>
                <ActionButton
                  label="Leave it out on purpose"
                  disabled={!reason.trim()}
                  onPress={() => onChange({ ...item, skipped: reason.trim() })}
                />
              </View>
            </>
          )}
          <TextButton label="Off the list" tone="stop" onPress={onRemove} />
        </Stack>
      )}
    </Stack>
  );
}
