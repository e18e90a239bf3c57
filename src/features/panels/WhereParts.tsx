import { useState } from 'react';
import { View } from 'react-native';
import { object } from 'yup';
import { countText, errorText, formatQuantity, type Message, type UnitSystem } from '@/core';
import { storageNow, type StorageNow, type StoragePlace } from '@/core/bodies';
import { newId, nowMs, useJobs, useSettings, useShopActions } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { Fields } from '@/ui/Field';
import { FormField } from '@/ui/form/FormField';
import { typedQuantity, typedText } from '@/ui/form/schema';
import { useAppForm } from '@/ui/form/useAppForm';
import { Grow, Row, Stack } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';

const CM2_A_M2 = 1e4;
const NAMED = 4;

/** Where parts lie while nobody works on them, and where there is room for more. */
export function WhereParts() {
  const settings = useSettings();
  const { jobs } = useJobs();
  const { saveSettings } = useShopActions();
  const notify = useNotify();
  const [adding, setAdding] = useState(false);
  if (!settings) return null;
  const { storage = [], units } = settings;
  const places = storageNow(
    storage,
    jobs.map((j) => j.job),
  );
  const room = (m2: number) => formatQuantity('area', m2 * CM2_A_M2, units);
  const names = ({ parts }: StorageNow): string => {
    const all = parts.flatMap((p) => {
      const panel = jobs.find((j) => j.job.id === p.jobId)?.job.panels.find((x) => x.id === p.panelId);
      return panel ? [panel.name] : [];
    });
    return all.length === 0
      ? 'Nothing lies there.'
      : all.length > NAMED
        ? `${all.slice(0, NAMED).join(', ')} and ${all.length - NAMED} more`
        : all.join(', ');
  };
  const drop = (place: StoragePlace) =>
    void saveSettings({ storage: storage.filter((s) => s.id !== place.id) }).then(
      () => notify({ text: `${place.name} is taken out.`, undo: () => saveSettings({ storage }) }),
      () => undefined,
    );
  return (
    <Section title="Where parts lie" aside={storage.length > 0 ? countText(storage.length, 'place') : undefined}>
      <View testID="where-parts">
        {places.map((p) => (
          <ListRow key={p.place.id}>
            <Grow>
              <Text kind="strong">{`${p.place.name}: ${p.freeM2 > 0 ? `${room(p.freeM2)} free` : 'no room'}`}</Text>
              <Text kind="small" tone={p.freeM2 < 0 ? 'window' : 'muted'}>
                {`${names(p)}${p.freeM2 < 0 ? ` Over by ${room(-p.freeM2)}.` : ''}`}
              </Text>
            </Grow>
            <TextButton label="Take out" of={`: ${p.place.name}`} tone="muted" onPress={() => drop(p.place)} />
          </ListRow>
        ))}
        <Stack top={2} between={2}>
          {storage.length === 0 && !adding && (
            <Text kind="small" tone="muted">
              Say which places there are, and how much has room: a panel then says where it is put away, and each place
              what still fits.
            </Text>
          )}
          {adding ? (
            <PlaceForm storage={storage} units={units} onDone={() => setAdding(false)} />
          ) : (
            <TextButton label="A place for parts" icon="plus" onPress={() => setAdding(true)} />
          )}
        </Stack>
      </View>
    </Section>
  );
}

const schema = (units: UnitSystem) =>
  object({
    name: typedText(60, 'Say what it is called'),
    room: typedQuantity('area', { min: 100, max: 1e7 }, units).required(),
  });

function PlaceForm({
  storage,
  units,
  onDone,
}: {
  storage: readonly StoragePlace[];
  units: UnitSystem;
  onDone(): void;
}) {
  const { saveSettings } = useShopActions();
  const form = useAppForm({ name: '', room: '' }, schema);
  const [problem, setProblem] = useState<Message>();
  const save = form.handleSubmit(({ name, room }) => {
    if (storage.some((s) => s.name.toLowerCase() === name.toLowerCase()))
      return form.setError('name', { message: 'There is a place of that name' }, { shouldFocus: true });
    return saveSettings({ storage: [...storage, { id: newId(nowMs()), name, m2: room / CM2_A_M2 }] }).then(
      onDone,
      (e: Error) => setProblem(errorText(e)),
    );
  });
  return (
    <View testID="place-form">
      <Fields>
        <FormField control={form.control} name="name" label="Place, such as a loft or a rack" />
        <FormField
          control={form.control}
          name="room"
          label="Room for parts beside each other"
          quantity="area"
          hint={units === 'metric' ? 'Such as 2.5 m²' : 'Such as 25 ft²'}
        />
      </Fields>
      <Problem says={problem} />
      <Row top={2}>
        <ActionButton label="Put it down" strong onPress={() => void save()} testID="save-place" />
        <ActionButton label="Leave" onPress={onDone} />
      </Row>
    </View>
  );
}
