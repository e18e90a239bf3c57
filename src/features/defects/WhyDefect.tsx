import { useState } from 'react';
import { View } from 'react-native';
import { errorText, formatQuantity, waitText, MINUTE_MS, type Message, type UnitSystem } from '@/core';
import type { Beside, SprayFigures } from '@/core/defects/beside';
import { NEXT_TIME } from '@/core/defects/causes';
import { factOf } from '@/core/defects/facts';
import { knownFromLog } from '@/core/defects/fromLog';
import { whyDefect, type CauseOdds, type Known } from '@/core/defects/why';
import { DEFECT_CAUSE_NAMES } from '@/core/log/defectCauses';
import { DEFECT_NAMES } from '@/core/log/defects';
import { useLogCommand, type OpenJob } from '@/data';
import type { DefectHere } from '@/core/defects/inShop';
import { useDefectCase } from '@/data/defects';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { FigureTable } from '@/ui/FigureTable';
import { percent } from '@/ui/format';
import { Row, Stack } from '@/ui/layout';
import { Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { gap } from '@/ui/theme';

/** So many causes are named, and so many facts for each. */
const MOST_CAUSES = 3;
const MOST_FACTS = 4;
/** A fact that hardly weighs is not told. */
const LEAST_WEIGHT = 0.18;
/** A cause that is less likely than that is not named. */
const LEAST_ODDS = 0.03;

/** What most likely made it, from what was logged, with what speaks for and against it, and the question that tells most. */
export function WhyDefect({ open, here, now }: { open: OpenJob; here: DefectHere; now: number }) {
  const { units } = useAppTheme();
  const { defect, zoneId } = here;
  const found = useDefectCase(open, here, now);
  const command = useLogCommand(open.job.id);
  const notify = useNotify();
  const [said, setSaid] = useState<Known>({});
  const [skipped, setSkipped] = useState<readonly string[]>([]);
  const [problem, setProblem] = useState<Message>();
  if (!found) return null;
  const log = knownFromLog(found.case);
  const known: Known = { ...log, ...said };
  const why = whyDefect(defect.kind, known);
  const ask = why.ask && !skipped.includes(why.ask) ? why.ask : undefined;
  const likely = why.causes.filter((c, i) => i === 0 || (i < MOST_CAUSES && c.odds >= LEAST_ODDS));
  const [first] = likely;
  const agreed = defect.cause;
  const isSilent = Object.keys(log).length === 0;
  const agree = (cause: CauseOdds['cause']) =>
    command.mutate(
      { log: { kind: 'defectExplained', zoneIds: [zoneId], defectId: defect.id, cause } },
      {
        onSuccess: ({ undo }) => {
          setProblem(undefined);
          notify({ text: 'Remembered: it is said at that step the next time.', undo });
        },
        onError: (e) => setProblem(errorText(e)),
      },
    );
  return (
    <Section
      title={`Why: ${DEFECT_NAMES[defect.kind].toLowerCase()}`}
      aside={isSilent ? 'nothing was logged' : undefined}
    >
      <Stack between={2} top={2}>
        {agreed && (
          <Text
            kind="strong"
            tone="do"
          >{`${DEFECT_CAUSE_NAMES[agreed]}. Next time: ${NEXT_TIME[agreed].toLowerCase()}`}</Text>
        )}
        {isSilent && (
          <Text kind="small" tone="muted">
            The log is silent on how it was sprayed: these are the odds of the trade, until you answer.
          </Text>
        )}
        {likely.map((c) => (
          <Cause
            key={c.cause}
            of={c}
            isFirst={c === first}
            onAgree={agreed === c.cause ? undefined : () => agree(c.cause)}
          />
        ))}
        {ask && (
          <Stack between={1}>
            <Text kind="strong">{factOf(ask).ask ?? ''}</Text>
            <Row>
              <ActionButton
                label="Yes"
                onPress={() => setSaid({ ...said, [ask]: { is: !factOf(ask).asksOpposite, from: 'said' } })}
                testID="answer-yes"
              />
              <ActionButton
                label="No"
                onPress={() => setSaid({ ...said, [ask]: { is: factOf(ask).asksOpposite === true, from: 'said' } })}
              />
              <TextButton label="I do not know" tone="muted" onPress={() => setSkipped([...skipped, ask])} />
            </Row>
          </Stack>
        )}
        <Problem says={problem} />
        {found.beside.length > 0 ? (
          <BesideOthers beside={found.beside} units={units} />
        ) : (
          <Text kind="small" tone="muted">
            {found.clean === 0
              ? 'No other session with this product is in the log to hold beside it.'
              : `${found.clean} other sessions came out clean, and nothing that was written down differs.`}
          </Text>
        )}
      </Stack>
    </Section>
  );
}

function Cause({
  of: { cause, odds, evidence },
  isFirst,
  onAgree,
}: {
  of: CauseOdds;
  isFirst: boolean;
  onAgree: (() => void) | undefined;
}) {
  return (
    <View testID="cause" style={{ gap: gap(0.5) }}>
      <Text
        kind={isFirst ? 'section' : 'strong'}
      >{`${DEFECT_CAUSE_NAMES[cause]}: ${Math.round(odds * 100)} in 100`}</Text>
      {evidence
        .filter((e) => Math.abs(e.weight) >= LEAST_WEIGHT)
        .slice(0, MOST_FACTS)
        .map((e) => (
          <Text key={e.fact} kind="small" tone={e.weight > 0 ? 'ink' : 'muted'}>
            {`${e.weight > 0 ? 'For' : 'Against'}${e.from === 'said' ? ', as you said' : ''}: ${e.is ? factOf(e.fact).yes : factOf(e.fact).no} (${timesText(e.weight)})`}
          </Text>
        ))}
      {isFirst && <Text kind="small" tone="muted">{`Next time: ${NEXT_TIME[cause]}`}</Text>}
      {onAgree && <TextButton label="That was it" of={`: ${DEFECT_CAUSE_NAMES[cause]}`} onPress={onAgree} />}
    </View>
  );
}

/** 'nine times as likely', from a weight in logarithms of odds. */
function timesText(weight: number): string {
  const times = Math.exp(Math.abs(weight));
  const n = times < 10 ? Math.round(times * 10) / 10 : Math.round(times);
  return weight > 0 ? `${n} times as likely by it` : `${n} times less likely by it`;
}

const FIGURE_NAMES: { readonly [F in keyof Required<SprayFigures>]: string } = {
  tempC: 'Air',
  rh: 'Humidity',
  filmUm: 'Film of a coat',
  flashMin: 'Between two coats',
  thinnerFraction: 'Thinner',
  distanceMm: 'Gun to panel',
  coats: 'Coats',
};

function figureText(f: keyof SprayFigures, x: number, units: UnitSystem): Message {
  switch (f) {
    case 'tempC':
      return formatQuantity('temp', x, units);
    case 'rh':
    case 'thinnerFraction':
      return percent(x);
    case 'filmUm':
      return formatQuantity('film', x, units, 0);
    case 'flashMin':
      return waitText(x * MINUTE_MS);
    case 'distanceMm':
      return formatQuantity('length', x / 10, units, 0);
    case 'coats':
      return String(x);
  }
}

/** This session beside those that came out clean: only what differs. */
function BesideOthers({ beside, units }: { beside: readonly Beside[]; units: UnitSystem }) {
  return (
    <FigureTable
      label="This session beside others"
      columns={[
        { key: 'what', title: 'What differs', share: 2 },
        { key: 'here', title: 'Here', figure: true },
        { key: 'clean', title: 'When clean', figure: true },
      ]}
      rows={beside.map((b) => ({
        key: b.figure,
        cells: [FIGURE_NAMES[b.figure], figureText(b.figure, b.here, units), figureText(b.figure, b.clean, units)],
        under: `middle of ${b.of}`,
      }))}
    />
  );
}
