import { Stack } from '@/ui/layout';
import { TwoColumns } from '@/ui/SplitView';
import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import {
  DAY_MS,
  gapsIn,
  formatQuantity,
  waitText,
  type Product,
  type ProductFamily,
  type Unfit,
  figure,
  phrase,
} from '@/core';
import { useLibrary, useNow, useRoom, useAdvice, type Room } from '@/data';
import { percent, shortWhen } from '@/ui/format';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { TextButton } from '@/ui/TextButton';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { airLine } from '@/ui/words';
import { AirChart } from './AirChart';
import { fitAnswer, UNFIT_WORDS } from '@/ui/fit';
import { pageHref } from '@/ui/pages';
import { ForecastSection } from './ForecastSection';
import WordsHere from '@/ui/WordsHere';
import { Readings } from './Readings';

/** What one sprays, first of each family in the library. */
const SPRAYED_OFTEN: ProductFamily[] = ['epoxy', 'highBuild', 'baseSolvent', 'baseWater', 'clear'];
const HOURS = 48;
const MINUTE = 60_000;

/** Whether the air lets a panel be sprayed, now and under the forecast, and what that rests on. */
export function AirScreen() {
  const now = useNow(60_000);
  const room = useRoom(now);
  const { all } = useLibrary();
  const products = useMemo(() => SPRAYED_OFTEN.flatMap((f) => all.find((p) => p.family === f) ?? []), [all]);
  const [picked, setPicked] = useState<string>();
  const product = products.find((p) => p.id === picked) ?? products[0];
  if (!room || !product) return <Page>{null}</Page>;
  return <Loaded room={room} now={now} product={product} products={products} onProduct={setPicked} />;
}

interface Props {
  room: Room;
  now: number;
  product: Product;
  products: Product[];
  onProduct(id: string): void;
}

function Loaded({ room, now, product, products, onProduct }: Props) {
  const { units } = useAppTheme();
  const advice = useAdvice();
  const router = useRouter();
  const { here, air, surface } = room;
  // The same ten minutes give the same spans: the page does not flicker as it counts on.
  const from = Math.floor(now / (10 * MINUTE)) * 10 * MINUTE;
  const spans = useMemo(
    () => advice?.fitSpans(air, surface, product.limits, from, HOURS) ?? [],
    [advice, air, surface, product, from],
  );
  const answer = advice ? fitAnswer(spans, now, here.basis) : undefined;
  const dewC = advice?.dewPointC(here.tempC, here.rh);
  return (
    <Page testID="air" wide>
      <PageHead
        eyebrow={`${product.name}, on thin steel`}
        title={answer?.text ?? 'Looking at the air'}
        tone={answer && !answer.fit ? 'stop' : 'ink'}
        subtitle={airLine(here, units, now)}
      />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(6), rowGap: gap(2), marginTop: gap(1) }}>
        <Figure name="Panel, estimated" value={formatQuantity('temp', here.surfaceC, units, 1)} />
        {dewC !== undefined && <Figure name="Dew point" value={formatQuantity('temp', dewC, units, 1)} />}
        {dewC !== undefined && (
          <Figure
            name="Panel over it"
            value={formatQuantity('tempDifference', here.surfaceC - dewC, units, 1)}
            tone={here.surfaceC - dewC < 3 ? 'stop' : 'ink'}
          />
        )}
      </View>
      <TwoColumns
        left={
          <>
            <AirChart room={room} now={now} dewPointC={advice?.dewPointC} />
            <ChoiceGroup
              label="For"
              options={products.map((p) => ({ value: p.id, label: p.name }))}
              value={product.id}
              onChange={onProduct}
            />
            <Section title="May be sprayed" aside={`next ${HOURS} h`}>
              {here.basis === 'set' && (
                <Notice tone="window">
                  {phrase`Nothing was ever read here: ${figure('temp', here.tempC, 0)} and ${percent(here.rh)} are what the shop is set to. Read the air, and this says when.`}
                </Notice>
              )}
              {(here.basis === 'set' ? [] : spans).map((s) => (
                <Span key={s.fromMs} fromMs={s.fromMs} toMs={s.toMs} unfit={s.unfit} now={now} />
              ))}
              <Rain room={room} now={now} />
            </Section>
            <Stack top={2}>
              <TextButton label="What if I heat?" onPress={() => router.navigate(pageHref('/heat'))} />
            </Stack>
          </>
        }
        right={
          <>
            <ForecastSection room={room} now={now} />
            <Gaps room={room} now={now} />
            <Readings room={room} now={now} />
            <Stack top={3}>
              <WordsHere says={['dew point', 'window']} />
              <Text kind="small" tone="muted">
                {phrase`Surface at least ${figure('tempDifference', 3, 0)} over the dew point (ISO 8502-4) and within the product\u2019s own limits. Estimated for a thin steel panel that hangs in this air; measure the panel itself before you spray. The data sheet decides.`}
              </Text>
            </Stack>
          </>
        }
      />
    </Page>
  );
}

function Figure({ name, value, tone = 'ink' }: { name: string; value: string; tone?: 'ink' | 'stop' }) {
  return (
    <View>
      <Text kind="tag" tone="muted">
        {name}
      </Text>
      <Text kind="figure" tone={tone}>
        {value}
      </Text>
    </View>
  );
}

function Span({ fromMs, toMs, unfit, now }: { fromMs: number; toMs: number; unfit?: Unfit; now: number }) {
  const words = unfit ? `No: ${UNFIT_WORDS[unfit]}` : 'Yes';
  return (
    <ListRow>
      <View style={{ flexGrow: 1, flexShrink: 1, flexBasis: 150 }}>
        <Text kind="section" tone={unfit ? 'muted' : 'ink'}>
          {`${fromMs <= now ? 'now' : shortWhen(fromMs, now)} \u2013 ${shortWhen(toMs, now)}`}
        </Text>
      </View>
      <View style={{ flexGrow: 1, flexShrink: 1, flexBasis: 120 }}>
        <Text kind="strong" tone={unfit ? 'stop' : 'good'}>
          {words}
        </Text>
        <Text kind="tag" tone="muted">
          {waitText(toMs - Math.max(fromMs, now))}
        </Text>
      </View>
    </ListRow>
  );
}

/** Rain ahead: what stands in the yard has to come in. */
function Rain({ room, now }: { room: Room; now: number }) {
  const wet = (room.climate.forecast?.points ?? []).filter((p) => p.rainMm > 0 && p.atMs > now - 3_600_000);
  if (!room.climate.forecast)
    return (
      <Text kind="small" tone="muted">
        There is no forecast: the last reading is taken to stay as it is.
      </Text>
    );
  const first = wet[0];
  if (!first) return null;
  const end = wet.find((p, i) => (wet[i + 1]?.atMs ?? Infinity) - p.atMs > 2 * 3_600_000) ?? first;
  const mm = wet.filter((p) => p.atMs <= end.atMs).reduce((a, p) => a + p.rainMm, 0);
  return (
    <Notice tone="window">{phrase`Rain from ${shortWhen(first.atMs, now)} to ${shortWhen(end.atMs + 3_600_000, now)}${room.climate.forecast.typed ? '' : phrase`, about ${figure('thickness', mm, 0)}`}. Bare steel that stands outside has to be in by then.`}</Notice>
  );
}

/** Where nobody read the air in the last week. */
function Gaps({ room, now }: { room: Room; now: number }) {
  const gaps = gapsIn(room.days, now - 7 * DAY_MS, now);
  if (gaps.length === 0 || room.days.length === 0) return null;
  return (
    <Section title="Assumed" aside="last 7 days">
      {gaps.slice(-4).map((g) => (
        <ListRow key={g.fromMs}>
          <View style={{ flex: 1 }}>
            <Text>{`${shortWhen(g.fromMs, now)} \u2013 ${g.toMs >= now ? 'now' : shortWhen(g.toMs, now)}`}</Text>
            <Text kind="small" tone="muted">
              {g.toMs >= now
                ? 'Nothing was read. The forecast, or the last reading, stands in.'
                : 'Nothing was read. A straight line between the readings stands in.'}
            </Text>
          </View>
        </ListRow>
      ))}
    </Section>
  );
}
