import { useState } from 'react';
import { View } from 'react-native';
import { phrase, type Message } from '@/core';
import type { Verdict } from '@/core/advice';
import { Field } from './Field';
import { Notice } from './Notice';
import { Text } from './Text';
import { TextButton } from './TextButton';
import { VERDICT_TONE, verdictLine } from './verdict';

/** A verdict on what is about to be logged. */
export interface Judged {
  verdict: Verdict;
  /** The zone that it is about, where several were picked. */
  zone?: string;
}

interface Props {
  judged: Judged;
  now: number;
  reason?: string;
  /** Absent where nothing is logged yet: then it is only said. */
  onReason?: (text: string) => void;
  problem?: Message;
  /** Leaves out the zones that it stops, where there are others. */
  leaveOut?: { label: string; onPress(): void } | undefined;
}

/** So many reasons stand open, the gravest; the rest behind a tap. */
const OPEN = 2;

/** What the rules say of the entry before it is saved. Against a stop one goes on only with a reason, which is logged. */
export function VerdictNotice({ judged: { verdict, zone }, now, reason = '', onReason, problem, leaveOut }: Props) {
  const [all, setAll] = useState(false);
  if (verdict.level === 'allowed')
    return (
      <View testID="verdict">
        <Text kind="small" tone="do">
          {verdictLine(verdict, now)}
        </Text>
      </View>
    );
  const grave = verdict.findings.filter((f) => f.level !== 'note');
  const shown = all ? grave.length : OPEN;
  return (
    <Notice tone={VERDICT_TONE[verdict.level]} testID="verdict">
      <Text kind="strong" tone={VERDICT_TONE[verdict.level]}>
        {zone ? phrase`${zone}. ${verdictLine(verdict, now)}` : verdictLine(verdict, now)}
      </Text>
      {grave.slice(1, shown).map((f, i) => (
        <Text key={i} kind="small">
          {f.clears && f.clearsMs === undefined ? phrase`${f.says} ${f.clears}` : f.says}
        </Text>
      ))}
      {grave.length > shown && (
        <TextButton
          label={`${grave.length - shown} more`}
          of="reasons"
          icon="chevron-down"
          onPress={() => setAll(true)}
        />
      )}
      {leaveOut && <TextButton label={leaveOut.label} icon="close" onPress={leaveOut.onPress} />}
      {verdict.level === 'stop' && onReason && (
        <Field label="Reason for going ahead" value={reason} onChange={onReason} problem={problem} />
      )}
    </Notice>
  );
}
