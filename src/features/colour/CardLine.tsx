import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { hexOfLab, labOfHex, type RackCard } from '@/core/colour';
import { READ_BY } from '@/core/log/colourRead';
import { FAMILIES } from '@/core';
import { useLibrary, type OpenJob } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { BendPatch } from '@/ui/colour/BendPatch';
import { Disclosure } from '@/ui/Disclosure';
import { fullWhen } from '@/ui/format';
import { Grow, Row, Stack } from '@/ui/layout';
import { LinkArea } from '@/ui/LinkArea';
import { pageHref } from '@/ui/pages';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { gap, TARGET } from '@/ui/theme';
import { ANSWERS, ANSWER_TONES, deText, sprayedWords } from './words';

/** One card of the rack: how near it is, and behind a tap how it was sprayed and what was read of it. */
export function CardLine({
  open,
  card,
  isOpen,
  onToggle,
  onRead,
  onLike,
}: {
  open: OpenJob;
  card: RackCard;
  isOpen: boolean;
  onToggle(): void;
  onRead(): void;
  onLike(): void;
}) {
  const { units, palette } = useAppTheme();
  const { all } = useLibrary();
  const router = useRouter();
  const { compared, facts } = card;
  const clear = all.find((p) => p.family === 'clear');
  const isCleared = card.zones.some((z) =>
    open.state.zones.get(z.id)?.strata?.layers.some((l) => l.family === 'clear'),
  );
  const needsClear = facts !== undefined && FAMILIES[facts.base.family].role === 'base' && !isCleared;
  // Half of a card keeps its base bare; a ladder is cleared whole.
  const toClear = card.zones.length > 2 ? card.zones : card.zones.slice(-1);
  return (
    <Disclosure
      testID="card"
      open={isOpen}
      onToggle={onToggle}
      head={
        <View style={{ flexDirection: 'row', gap: gap(3), alignItems: 'center' }}>
          <View style={{ width: 72 }}>
            {compared ? (
              <BendPatch small height={44} angles={compared.pairs.filter((p) => p.light === 'D65')} />
            ) : (
              <View
                style={{
                  height: 44,
                  borderWidth: 1,
                  borderColor: palette.muted,
                  backgroundColor:
                    facts?.base.colourHex === undefined ? palette.sunk : hexOfLab(labOfHex(facts.base.colourHex)),
                }}
              />
            )}
          </View>
          <Grow>
            <Text kind="strong">{card.panel.name}</Text>
            {compared ? (
              <Text
                kind="small"
                tone={ANSWER_TONES[compared.verdict.answer]}
              >{`${deText(compared.verdict)} off: ${ANSWERS[compared.verdict.answer].toLowerCase()}`}</Text>
            ) : (
              <Text kind="small" tone="muted">
                {card.reads.length > 0
                  ? 'Read at other angles or in other light than the car: read one of them again'
                  : facts
                    ? 'Not held against the car yet'
                    : 'Not sprayed yet'}
              </Text>
            )}
          </Grow>
        </View>
      }
    >
      <Stack between={2} bottom={3}>
        {facts && <Text kind="small">{`${sprayedWords(facts, units)}.`}</Text>}
        {card.strips.map(({ zone, compared: of }) => (
          <Text key={zone.id} kind="small" tone={ANSWER_TONES[of.verdict.answer]}>
            {`${zone.name}: ${deText(of.verdict)} off`}
          </Text>
        ))}
        {card.reads.map((r) => (
          <Text key={r.id} kind="small" tone="muted">
            {`${READ_BY[r.read.by]}, ${fullWhen(r.atMs)}${r.zoneIds.length === 1 ? `, ${card.zones.find((z) => z.id === r.zoneIds[0])?.name.toLowerCase() ?? ''}` : ''}`}
          </Text>
        ))}
        {facts?.batchId !== undefined && (
          <LinkArea
            href={pageHref('/batches', { batch: facts.batchId })}
            style={{ minHeight: TARGET, justifyContent: 'center' }}
          >
            <Text kind="small" tone="do">
              The batch that it came out of
            </Text>
          </LinkArea>
        )}
        <Row>
          <ActionButton
            label="Hold it against the car"
            of={card.panel.name}
            strong
            onPress={onRead}
            testID="read-card"
          />
          {needsClear && clear && (
            <ActionButton
              label={card.zones.length > 2 ? 'Clear the strips' : 'Clear one half'}
              of={card.panel.name}
              onPress={() =>
                router.navigate(
                  pageHref('/log', {
                    job: open.job.id,
                    zones: toClear.map((z) => z.id).join(','),
                    kind: 'coated',
                    product: clear.id,
                  }),
                )
              }
            />
          )}
          <TextButton label="One more like it" of={card.panel.name} onPress={onLike} />
          <TextButton
            label="Its layers"
            of={card.panel.name}
            onPress={() =>
              router.navigate(pageHref('/panel/[jobId]/[panelId]', { jobId: open.job.id, panelId: card.panel.id }))
            }
          />
        </Row>
      </Stack>
    </Disclosure>
  );
}
