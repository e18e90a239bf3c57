import { useState } from 'react';
import { FAMILIES, type Message, type Product } from '@/core';
import type { StopWhy } from '@/core/log/evening';
import { MISHAP_ADVICE, MISHAPS, type Mishap } from '@/core/session/mishaps';
import { maskedFor } from '@/core/systems/maskEdges';
import { entriesOf } from '@/core/keysOf';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Row, Stack } from '@/ui/layout';
import { Notice } from '@/ui/Notice';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';

/** Why hands stop; someone who comes in stops them for a while only. */
const STOPS: readonly { why: StopWhy; label: string; ends: boolean }[] = [
  { why: 'outOfPaint', label: 'Out of paint', ends: true },
  { why: 'someone', label: 'Someone came in', ends: false },
  { why: 'air', label: 'The air turned', ends: true },
  { why: 'broken', label: 'The gun will not', ends: true },
  { why: 'tired', label: 'Stop here', ends: true },
];
/** How far the coat at hand is: its share, and 0 between coats. */
const HOW_FAR = [
  { value: '0', label: 'Between coats' },
  { value: '0.33', label: 'A third of it is on' },
  { value: '0.5', label: 'Half of it' },
  { value: '0.75', label: 'Most of it' },
] as const;

/** What somebody says with one tap in the middle of it: a mishap on the last coat, or why hands stop and how far they are. */
export function Happened({
  last,
  next,
  onMishap,
  onStop,
}: {
  /** What was laid last, and where. */
  last: { product: Product; part: string } | undefined;
  /** The coat at hand. */
  next: { part: string } | undefined;
  onMishap(m: Mishap): void;
  /** @param share of the coat at hand that is on; 0: none @param ends the evening is over with it */
  onStop(why: StopWhy, share: number, ends: boolean): void;
}) {
  const [stop, setStop] = useState<(typeof STOPS)[number]>();
  const [advice, setAdvice] = useState<Message>();
  const role = last && maskedFor(FAMILIES[last.product.family].role);
  const mishap = (m: Mishap) => {
    if (!role || !last) return;
    setStop(undefined);
    setAdvice(MISHAP_ADVICE[role][m]);
    onMishap(m);
  };
  return (
    <Section title="Something happened?">
      <Row between={4}>
        {role && entriesOf(MISHAPS).map(([m, label]) => <TextButton key={m} label={label} onPress={() => mishap(m)} />)}
        {STOPS.map((s) => (
          <TextButton key={s.why} label={s.label} onPress={() => setStop(s)} />
        ))}
      </Row>
      {advice && <Notice tone="muted">{advice}</Notice>}
      {stop && (
        <Stack top={1} between={1}>
          <Text kind="strong">{`${stop.label}. How far are you${next ? ` on ${next.part}` : ''}?`}</Text>
          <ChoiceGroup<string>
            label="How far"
            hideLabel
            options={next ? HOW_FAR : HOW_FAR.slice(0, 1)}
            value={undefined}
            onChange={(v) => {
              onStop(stop.why, Number(v), stop.ends);
              setStop(undefined);
              setAdvice(undefined);
            }}
          />
        </Stack>
      )}
    </Section>
  );
}
