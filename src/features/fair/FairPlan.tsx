import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import {
  drawnAreaText,
  formatQuantity,
  waitText,
  type Panel,
  type PlainEvent,
  type QualityLevel,
  type Result,
} from '@/core';
import {
  fillersFor,
  isSkim,
  MOST_SECONDS,
  overZonesUm,
  planSkims,
  tapPlaces,
  type Fairing,
  type PanelSize,
  type Skim,
} from '@/core/fair';
import { zonesOnFace } from '@/core/outline';
import { useLibrary, useNow, type OpenJob } from '@/data';
import { useOwnPaces } from '@/data/pace';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { percent } from '@/ui/format';
import { Grow, Stack } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { pageHref } from '@/ui/pages';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { cancelFairing } from '@/workers/fair';
import { Papers } from './Papers';
import { placeWords } from './words';

/** More places than that are only drawn. */
const MOST_TAPS = 4;
const MIN_MS = 60_000;

interface Props {
  open: OpenJob;
  panel: Panel;
  result: Result<Fairing, string> | undefined;
  busy: boolean;
  failed: Error | undefined;
  level: QualityLevel;
  tempC: number;
  /** Entries since it was read that changed its surface. */
  since: readonly PlainEvent[];
  /** Across half a low, and of the panel, mm. */
  reachMm: number;
  lengthMm: number;
  size: PanelSize;
  onAgain(): void;
}

/** The least filler, how it is spread, and the papers after it. */
export function FairPlan({ result, busy, failed, level, onAgain, ...where }: Props) {
  const { units } = useAppTheme();
  if (busy) return <Working />;
  if (failed || !result)
    return (
      <Section title="The least filler">
        <Text tone="muted">It was not worked out.</Text>
        <ActionButton label="Work it out" onPress={onAgain} />
      </Section>
    );
  if (!result.ok)
    return (
      <Section title="The least filler">
        <Notice tone="stop">{result.error}</Notice>
        <ActionButton label="Try again" onPress={onAgain} />
      </Section>
    );
  const f = result.value;
  const taps = tapPlaces(f.tap);
  const isAhead = where.since.length === 0;
  const mm = (v: number) => formatQuantity('thickness', v, units);
  return (
    <>
      <Section title="The least filler" aside={`fair as agreed: ${level}`}>
        <Stack top={2} bottom={2}>
          <Text kind="figure">{formatQuantity('volume', f.volumeMl, units)}</Text>
          <Text tone="muted">
            {f.areaCm2 === 0
              ? 'Nothing has to be filled.'
              : `of cured filler on ${drawnAreaText(f.areaCm2, units)}, ${mm(f.deepestMm)} at its deepest`}
          </Text>
        </Stack>
        {taps.length > 0 && isAhead && (
          <Notice tone="window">
            <View>
              <Text kind="small">
                Tap the highs down first: it saves filler, and a high that is filled around is felt.
              </Text>
              {taps.slice(0, MOST_TAPS).map((t) => (
                <Text key={`${t.x} ${t.y}`} kind="small">{`By ${mm(t.mm)}, ${placeWords(t, where.size, units)}`}</Text>
              ))}
              {taps.length > MOST_TAPS && <Text kind="small">{`And ${taps.length - MOST_TAPS} more, as drawn.`}</Text>}
            </View>
          </Notice>
        )}
        {f.pullCm2 > 0 && isAhead && (
          <Notice tone="stop">{`${drawnAreaText(f.pullCm2, units)} are deeper than filler may be, under the slanted lines: pull the metal there first, then read it again.`}</Notice>
        )}
      </Section>
      {f.areaCm2 > 0 && <Spread f={f} {...where} />}
    </>
  );
}

/** The solver is at it; how far it is it cannot say before it is done, so that its time is what is shown. */
function Working() {
  const now = useNow(1000);
  const [began] = useState(now);
  const seconds = Math.max(0, Math.round((now - began) / 1000));
  return (
    <Section title="The least filler">
      <View style={styles.bar}>
        <ProgressBar indeterminate accessibilityLabel="The least filler is being worked out" />
      </View>
      <Text tone="muted">{`It is being worked out: ${seconds}\u00a0s of at most ${MOST_SECONDS}\u00a0s.`}</Text>
      <TextButton label="Stop" icon="close" onPress={cancelFairing} />
    </Section>
  );
}

/** Skims of a plan, those that are logged ticked off, and the papers after them. */
function Spread({
  open,
  panel,
  f,
  tempC,
  since,
  reachMm,
  lengthMm,
}: Pick<Props, 'open' | 'panel' | 'tempC' | 'since' | 'reachMm' | 'lengthMm'> & { f: Fairing }) {
  const { units } = useAppTheme();
  const { all, lookup } = useLibrary();
  const pace = useOwnPaces();
  const router = useRouter();
  const { fine, below } = fillersFor(panel, all);
  if (!fine) return <Notice tone="stop">There is no filler in the library.</Notice>;
  const plan = planSkims(f.fill, fine, below, tempC);
  const laid = since.filter((e) => isSkim(e, (id) => lookup(id)?.family));
  const next = plan.skims[laid.length];
  const zones = zonesOnFace(open.job, panel.id, 'outer');
  const cm2 = zones.reduce((sum, z) => sum + z.areaCm2, 0);
  const area = plan.skims.reduce((m, s) => Math.max(m, s.areaCm2), 0);
  const words = (s: Skim): string =>
    [
      `${formatQuantity('mass', s.massG, units, 0)}`,
      ...(s.hardenerFraction === undefined ? [] : [`${percent(s.hardenerFraction, 1)} hardener`]),
      ...(s.ribbonMm === undefined ? [] : [`a ribbon of ${formatQuantity('length', s.ribbonMm / 10, units)}`]),
    ].join(', ');
  return (
    <>
      <Section
        title="Skims"
        aside={laid.length === 0 ? String(plan.skims.length) : `${laid.length} of ${plan.skims.length} logged`}
      >
        {plan.tooDeep && (
          <Notice tone="stop">{`It would be ${formatQuantity('thickness', plan.deepestMm, units)} deep; these fillers may be ${formatQuantity('thickness', plan.limitMm, units)} in all. Metal first.`}</Notice>
        )}
        {plan.skims.map((s, i) => {
          const done = laid[i];
          return (
            <ListRow key={i}>
              <Grow>
                <Text kind="strong" tone={done ? 'muted' : 'ink'}>
                  {`${done ? '\u2713 ' : ''}${lookup(s.productId)?.name ?? s.productId}, ${s.over === 'lows' ? 'in the lows' : 'over all of it'}`}
                </Text>
                <Text kind="small">
                  {done?.kind === 'filled'
                    ? `Logged: ${lookup(done.productId)?.name ?? done.productId}, ${formatQuantity('thickness', done.filmUm / 1000, units)} on average`
                    : words(s)}
                </Text>
                {!done && (
                  <Text kind="small" tone="muted">
                    {`${drawnAreaText(s.areaCm2, units)}, up to ${formatQuantity('thickness', s.deepestMm, units)}. At ${formatQuantity('temp', tempC, units)}${s.workingMin === undefined ? '' : ` it drags after ${waitText(s.workingMin * MIN_MS)}`}${s.sandMin === undefined ? '' : `, and is sanded after ${waitText(s.sandMin * MIN_MS)}`}.`}
                  </Text>
                )}
              </Grow>
            </ListRow>
          );
        })}
        {laid.length > plan.skims.length && (
          <Text kind="small" tone="muted">
            More skims are logged than were planned: read it again, or see what a guide coat shows.
          </Text>
        )}
        {next && (
          <ActionButton
            label={laid.length === 0 ? 'Log the first skim' : 'Log the next skim'}
            onPress={() =>
              router.navigate(
                pageHref('/log', {
                  job: open.job.id,
                  zones: zones.map((z) => z.id).join(),
                  kind: 'filled',
                  product: next.productId,
                  film: String(Math.round(overZonesUm(next, cm2))),
                  ...(next.hardenerFraction !== undefined && { hardener: String(next.hardenerFraction) }),
                }),
              )
            }
          />
        )}
      </Section>
      {next && (
        <Papers
          zones={zones}
          strata={undefined}
          fills
          areaCm2={area}
          waveMm={2 * reachMm}
          panelMm={lengthMm}
          paces={pace}
          usualShape={panel.shape}
        />
      )}
      <Text kind="small" tone="muted">
        Styrene and dust: mask, extraction. Amounts and times are estimates from usual figures; the tin decides.
      </Text>
    </>
  );
}

/** The bar is as high as what holds it. */
const styles = StyleSheet.create({ bar: { height: 4 } });
