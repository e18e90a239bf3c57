import { addMonths } from 'date-fns/addMonths';
import { useState } from 'react';
import { View } from 'react-native';
import { errorText, isOpenFault, type Fault, type MarkedFault, type Message } from '@/core';
import { dayMonth } from './format';
import { useAppTheme } from './appTheme';
import { ChoiceGroup } from './ChoiceGroup';
import { Grow, Stack } from './layout';
import { ListRow } from './ListRow';
import { Problem } from './Notice';
import { TextButton } from './TextButton';
import { Text } from './Text';
import { markWords } from './words';

/** What can be agreed on instead of a repair: it stays, or is done later. */
const TERMS = [
  { value: 'stays', label: 'It stays as it is' },
  { value: '1', label: 'In a month' },
  { value: '3', label: 'In 3 months' },
  { value: '6', label: 'In 6 months' },
  { value: '12', label: 'In a year' },
] as const;

/** How a fault stands: open, dealt with, left, or put off. */
function faultState(f: Fault, now: number): { says: string; tone: 'stop' | 'window' | 'do' | 'muted' } {
  if (f.doneMs !== undefined) return { says: 'dealt with', tone: 'do' };
  if (!f.deferred) return { says: 'open', tone: 'stop' };
  if (f.deferred.byMs === undefined) return { says: 'left as agreed', tone: 'muted' };
  return f.deferred.byMs < now
    ? { says: `was due ${dayMonth(f.deferred.byMs)}`, tone: 'stop' }
    : { says: `by ${dayMonth(f.deferred.byMs)}`, tone: 'window' };
}

/** One mark: leads to its repair while it is open, and can be left or put off as agreed with the owner. */
export function FaultLine({
  fault,
  now,
  detail,
  selected = false,
  onRepair,
  onDone,
  onLeave,
  onTakeUp,
}: {
  fault: MarkedFault;
  now: number;
  detail?: string;
  selected?: boolean;
  onRepair(): void;
  /** Where a tap leads once nothing is left to do; absent: nowhere. */
  onDone?: () => void;
  /** @param byMs when it is to be done, ms; undefined: it stays */
  onLeave(byMs: number | undefined): Promise<unknown>;
  onTakeUp(eventId: string): Promise<unknown>;
}) {
  const { units } = useAppTheme();
  const [asking, setAsking] = useState(false);
  const [problem, setProblem] = useState<Message>();
  const words = markWords(fault.mark, units);
  const isOpen = isOpenFault(fault);
  const { deferred: left } = fault;
  const { says, tone } = faultState(fault, now);
  const settle = (done: Promise<unknown>) =>
    done.then(
      () => {
        setAsking(false);
        setProblem(undefined);
      },
      (e: Error) => setProblem(errorText(e)),
    );
  const onPress = isOpen ? onRepair : onDone;
  return (
    <View>
      <ListRow selected={selected} label={isOpen ? `Repair done: ${words}` : words} {...(onPress && { onPress })}>
        <Grow>
          <Text {...(isOpen && { kind: 'strong' as const })}>{words}</Text>
          {detail !== undefined && (
            <Text kind="small" tone="muted">
              {detail}
            </Text>
          )}
        </Grow>
        <Text kind="small" tone={tone}>
          {says}
        </Text>
      </ListRow>
      {isOpen && (
        <TextButton
          label={asking ? 'Keep it open' : 'Leave unrepaired (agreed)'}
          of={`: ${words}`}
          tone="muted"
          onPress={() => setAsking(!asking)}
        />
      )}
      {asking && isOpen && (
        <Stack bottom={3}>
          <ChoiceGroup
            label={`Agreed: ${words}`}
            hideLabel
            options={TERMS}
            value={undefined}
            onChange={(term) =>
              void settle(onLeave(term === 'stays' ? undefined : addMonths(now, Number(term)).getTime()))
            }
          />
        </Stack>
      )}
      {left && fault.doneMs === undefined && (
        <TextButton
          label="Take it up again"
          of={`: ${words}`}
          tone="muted"
          onPress={() => void settle(onTakeUp(left.eventId))}
        />
      )}
      <Problem says={problem} />
    </View>
  );
}
