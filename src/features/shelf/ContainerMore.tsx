import { useState } from 'react';
import { View } from 'react-native';
import { object } from 'yup';
import { errorText, messageIn, type Message, type UnitSystem } from '@/core';
import {
  isCounted,
  WASTE_REASONS,
  type PlainShelfRecord,
  type ShelfRecordOf,
  type WasteReason,
} from '@/core/log/shelf';
import { entriesOf } from '@/core/keysOf';
import { batchNumber, containerHistory, type Container } from '@/core/stock';
import { useShelfCommand, type OpenShelf, type ShelfEntry } from '@/data/shelf';
import { useAppTheme } from '@/ui/appTheme';
import { ActionButton } from '@/ui/ActionButton';
import { fullWhen, money } from '@/ui/format';
import { FormChoice, FormField } from '@/ui/form/FormField';
import { typedNumber, typedText } from '@/ui/form/schema';
import { useAppForm } from '@/ui/form/useAppForm';
import { Grow, Row, Stack } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { amountText } from './names';
import { ReceiveForm } from './ReceiveForm';

type Act = 'count' | 'waste' | 'use' | 'move';
const MOST = 1_000_000;
const REASONS = entriesOf(WASTE_REASONS).map(([value, label]) => ({ value, label }));

/** A container's facts, what can be done with it, and what happened to it. */
export function ContainerMore({
  open,
  container: c,
  now,
  counting,
}: {
  open: OpenShelf;
  container: Container;
  now: number;
  counting: boolean;
}) {
  const { units } = useAppTheme();
  const [act, setAct] = useState<Act | null>(null);
  const [shown, setShown] = useState(false);
  const [problem, setProblem] = useState<Message>();
  const command = useShelfCommand();
  const notify = useNotify();
  const counted = isCounted(c.holds);
  // By its promise: a line that goes with what it did would hear nothing more.
  const log = (entry: ShelfEntry, said: string) =>
    void command.mutateAsync({ log: [entry] }).then(
      ({ remarks, undo }) => {
        setAct(null);
        setProblem(undefined);
        notify({ text: remarks[0] === undefined ? said : messageIn(remarks[0], units), undo });
      },
      (e: Error) => setProblem(errorText(e)),
    );
  const doing = counting ? 'count' : act;
  return (
    <Stack bottom={3} between={2}>
      <Facts container={c} />
      {doing === null && (
        <Row>
          <ActionButton label={counted ? 'Count it' : 'Weigh it'} onPress={() => setAct('count')} />
          <ActionButton label={counted ? 'Use some' : 'Took some out'} onPress={() => setAct('use')} />
          {c.openedMs === undefined && (
            <ActionButton
              label="Opened it"
              onPress={() => log({ kind: 'opened', containerId: c.id }, 'It is open now.')}
            />
          )}
          <ActionButton label="Throw away" onPress={() => setAct('waste')} />
          <ActionButton label="Move it" onPress={() => setAct('move')} />
        </Row>
      )}
      <Problem says={problem} />
      {doing === 'count' && (
        <AmountForm
          key={`count ${c.amount}`}
          label={counted ? 'There are' : 'There is, g'}
          counted={counted}
          start=""
          act="That is what is there"
          onSave={(amount) =>
            log(
              { kind: 'counted', containerId: c.id, amount },
              Math.abs(amount - c.amount) < 0.05
                ? 'As the books say.'
                : `${amountText(c, Math.abs(amount - c.amount), units)} ${amount > c.amount ? 'more' : 'less'} than the books said.`,
            )
          }
          {...(!counting && { onLeave: () => setAct(null) })}
        />
      )}
      {doing === 'use' && (
        <AmountForm
          label={counted ? 'Used, pieces' : 'Taken out, g'}
          counted={counted}
          start={counted ? '1' : ''}
          act="Take it off"
          onSave={(amount) =>
            log({ kind: 'used', containerId: c.id, amount }, `${amountText(c, amount, units)} taken off.`)
          }
          onLeave={() => setAct(null)}
        />
      )}
      {doing === 'waste' && (
        <WasteForm
          counted={counted}
          all={c.amount}
          expired={c.expiresMs !== undefined && c.expiresMs <= now}
          onSave={(amount, why) =>
            log({ kind: 'wasted', containerId: c.id, amount, why }, `${amountText(c, amount, units)} thrown away.`)
          }
          onLeave={() => setAct(null)}
        />
      )}
      {doing === 'move' && (
        <PlaceForm
          place={c.place ?? ''}
          onSave={(place) => log({ kind: 'moved', containerId: c.id, place }, `It stands at ${place} now.`)}
          onLeave={() => setAct(null)}
        />
      )}
      <TextButton
        label={shown ? 'Hide what happened to it' : 'What happened to it'}
        tone="muted"
        onPress={() => setShown(!shown)}
      />
      {shown && <Happened open={open} container={c} />}
    </Stack>
  );
}

function Facts({ container: c }: { container: Container }) {
  const { currency, units } = useAppTheme();
  const facts = [
    c.lot !== undefined && `Lot ${c.lot}`,
    c.price !== undefined &&
      `${money(c.price, c.currency ?? currency)} for ${amountText(c, c.priced ?? c.received, units)}`,
    c.price !== undefined && c.currency !== undefined && c.currency !== currency && `not added to sums in ${currency}`,
    c.countedMs !== undefined && `counted ${fullWhen(c.countedMs)}`,
    Math.abs(c.difference) > 0.05 &&
      `${amountText(c, Math.abs(c.difference), units)} ${c.difference > 0 ? 'found' : 'missing'} at stock-takes`,
  ].filter(Boolean);
  return facts.length > 0 ? (
    <Text kind="small" tone="muted">
      {facts.join(' \u00b7 ')}
    </Text>
  ) : null;
}

const amountSchema = (counted: boolean) => (units: UnitSystem) =>
  object({
    amount: typedNumber(
      counted ? { plain: true } : { quantity: 'mass' },
      { min: 0, max: MOST, whole: counted },
      units,
    ).required(),
  });
const PIECES = amountSchema(true);
const GRAMS = amountSchema(false);

function AmountForm({
  label,
  counted,
  start,
  act,
  onSave,
  onLeave,
}: {
  label: string;
  counted: boolean;
  start: string;
  act: string;
  onSave(amount: number): void;
  onLeave?(): void;
}) {
  const form = useAppForm({ amount: start }, counted ? PIECES : GRAMS);
  return (
    <Stack between={2}>
      <FormField control={form.control} name="amount" label={label} numeric />
      <Row>
        <ActionButton
          label={act}
          strong
          onPress={() => void form.handleSubmit(({ amount }) => onSave(amount))()}
          testID="save-amount"
        />
        {onLeave && <ActionButton label="Leave" onPress={onLeave} />}
      </Row>
    </Stack>
  );
}

function WasteForm({
  counted,
  all,
  expired,
  onSave,
  onLeave,
}: {
  counted: boolean;
  all: number;
  expired: boolean;
  onSave(amount: number, why: WasteReason): void;
  onLeave(): void;
}) {
  const form = useAppForm(
    { amount: String(Math.max(0, Number(all.toFixed(1)))), why: (expired ? 'expired' : 'spilt') as WasteReason },
    counted ? PIECES_WHY : GRAMS_WHY,
  );
  return (
    <Stack between={2}>
      <FormField control={form.control} name="amount" label={counted ? 'Pieces' : 'Thrown away, g'} numeric />
      <FormChoice control={form.control} name="why" label="Why" options={REASONS} />
      <Row>
        <ActionButton
          label="Throw it away"
          tone="stop"
          strong
          onPress={() => void form.handleSubmit(({ amount, why }) => onSave(amount, why as WasteReason))()}
          testID="save-waste"
        />
        <ActionButton label="Leave" onPress={onLeave} />
      </Row>
    </Stack>
  );
}
const withWhy = (counted: boolean) => (units: UnitSystem) =>
  amountSchema(counted)(units).concat(object({ why: typedText(20, 'Say why') }));
const PIECES_WHY = withWhy(true);
const GRAMS_WHY = withWhy(false);

const placeSchema = () => object({ place: typedText(80, 'Say where it stands') });

function PlaceForm({ place, onSave, onLeave }: { place: string; onSave(place: string): void; onLeave(): void }) {
  const form = useAppForm({ place }, placeSchema);
  return (
    <Stack between={2}>
      <FormField control={form.control} name="place" label="Where it stands" />
      <Row>
        <ActionButton
          label="It stands there now"
          strong
          onPress={() => void form.handleSubmit((v) => onSave(v.place))()}
        />
        <ActionButton label="Leave" onPress={onLeave} />
      </Row>
    </Stack>
  );
}

/** One line of a container's history. */
function happenedLine(r: PlainShelfRecord, c: Container, open: OpenShelf, units: UnitSystem): string {
  const amount = (x: number) => amountText(c, x, units);
  switch (r.kind) {
    case 'received':
      return `${amount(r.amount)} came${r.lot === undefined ? '' : `, lot ${r.lot}`}`;
    case 'opened':
      return 'Opened';
    case 'moved':
      return `Moved to ${r.place}`;
    case 'mixed': {
      const out = r.pours.reduce((s, p) => s + (p.containerId === c.id ? p.massG : 0), 0);
      return `${amount(out)} into batch ${batchNumber(open.shelf, r.batchId)}`;
    }
    case 'kept':
      return `${amount(r.amount)} left of batch ${batchNumber(open.shelf, r.batchId)}`;
    case 'wasted':
      return `${amount(r.amount)} thrown away: ${WASTE_REASONS[r.why].toLowerCase()}`;
    case 'used':
      return `${amount(r.amount)} used`;
    case 'formula':
      return `The formula of ${r.colour}`;
    case 'counted':
      return `Counted: ${amount(r.amount)}`;
  }
}

function Happened({ open, container: c }: { open: OpenShelf; container: Container }) {
  const { units } = useAppTheme();
  const command = useShelfCommand();
  const notify = useNotify();
  const [problem, setProblem] = useState<Message>();
  const [correcting, setCorrecting] = useState<ShelfRecordOf<'received'>>();
  const history = [...containerHistory(open.shelf, c.id)].reverse().slice(0, 30);
  if (correcting)
    return <ReceiveForm shelf={open.shelf} correct={correcting} onDone={() => setCorrecting(undefined)} />;
  return (
    <View>
      <Problem says={problem} />
      {history.map((r) => (
        <ListRow key={r.id}>
          <Grow>
            <Text kind="small">{happenedLine(r, c, open, units)}</Text>
            <Text kind="tag" tone="muted">
              {fullWhen(r.atMs)}
            </Text>
          </Grow>
          {r.kind === 'received' && (
            <TextButton
              label="Put right"
              of={`: ${happenedLine(r, c, open, units)}`}
              onPress={() => setCorrecting(r)}
            />
          )}
          {r.kind !== 'mixed' && r.kind !== 'kept' && (
            <TextButton
              label="Undo"
              of={`: ${happenedLine(r, c, open, units)}`}
              tone="muted"
              onPress={() =>
                void command.mutateAsync({ strike: [r.id] }).then(
                  ({ undo }) => notify({ text: 'Taken back.', undo }),
                  (e: Error) => setProblem(errorText(e)),
                )
              }
            />
          )}
        </ListRow>
      ))}
    </View>
  );
}
