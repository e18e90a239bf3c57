import { View } from 'react-native';
import Svg, { Circle, Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { useState } from 'react';
import { object } from 'yup';
import { errorText, formatQuantity, type Message } from '@/core';
import {
  airPath,
  airWay,
  changesAnHour,
  minutesForChanges,
  MOSTLY_GONE,
  roomM3,
  settleMinutes,
  SIDES,
  type AirWay,
  type Side,
  type SprayPlace,
} from '@/core/air/ventilation';
import { nowMs, useSettings, useSheetDraft, useShopActions } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Fields } from '@/ui/Field';
import { FormField } from '@/ui/form/FormField';
import { typedNumber } from '@/ui/form/schema';
import { useLiveForm } from '@/ui/form/useLiveForm';
import { dayOnly } from '@/ui/format';
import { Stack } from '@/ui/layout';
import { Notice, Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { TwoColumns } from '@/ui/SplitView';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { HEAD } from '@/ui/theme';

const M = { plain: true, min: 1, max: 60, message: 'From 1 to 60 m' } as const;
const schemaIn = (units: Parameters<typeof typedNumber>[2]) =>
  object({
    length: typedNumber(M, M, units).required(),
    width: typedNumber(M, M, units).required(),
    height: typedNumber(M, { ...M, min: 1.5, max: 15, message: 'From 1.5 to 15 m' }, units).required(),
    fan: typedNumber(
      { plain: true },
      { min: 0, max: 100_000, message: 'From 0 to 100,000 m³ an hour' },
      units,
    ).required(),
    limit: typedNumber(
      { plain: true },
      { min: 0.5, max: 500, optional: true, message: 'From half an hour to 500' },
      units,
    ),
  });

const SIDE_NAMES: Readonly<Record<Side, string>> = { front: 'Front', right: 'Right', back: 'Back', left: 'Left' };
const SIDE_CHOICES = SIDES.map((value) => ({ value, label: SIDE_NAMES[value] }));
const WAY_SAYS: Readonly<Record<AirWay, Message>> = {
  across: 'Air goes across all of it: parts stand between, nobody downwind of the gun.',
  corner: 'Air takes the corner: parts stand on its way, not in the dead half.',
  short: 'Air turns round before it has crossed the place: open another side, or move the fan.',
  still: 'Nothing moves the air.',
};
const YES_NO = [
  { value: 'yes', label: 'Through a filter for paint' },
  { value: 'no', label: 'Without one' },
] as const;

/** Where one sprays: how large it is, how air goes through it, and what that means for vapour and dust. */
export function PlaceScreen() {
  const settings = useSettings();
  if (!settings) return <Page>{null}</Page>;
  return <Place saved={settings.place} cartridge={settings.cartridge} />;
}

function Place({
  saved,
  cartridge,
}: {
  saved: SprayPlace | undefined;
  cartridge: { limitH: number; sinceMs: number } | undefined;
}) {
  const { units } = useAppTheme();
  const { saveSettings } = useShopActions();
  const notify = useNotify();
  const [inAt, setIn] = useState<Side>(saved?.inAt ?? 'front');
  const [outAt, setOut] = useState<Side>(saved?.outAt ?? 'back');
  const [filter, setFilter] = useState<'yes' | 'no'>(saved?.filter === false ? 'no' : 'yes');
  const [problem, setProblem] = useState<Message>();
  const [suggested] = useState(() => ({
    length: saved ? String(saved.lengthM) : '',
    width: saved ? String(saved.widthM) : '',
    height: saved ? String(saved.heightM) : '',
    fan: saved ? String(saved.fanM3H) : '',
    limit: cartridge ? String(cartridge.limitH) : '',
  }));
  const { control, figures, texts, problems, touched, restore } = useLiveForm(suggested, schemaIn);
  useSheetDraft('place', touched, restore);
  const place: SprayPlace | undefined = figures && {
    lengthM: figures.length,
    widthM: figures.width,
    heightM: figures.height,
    fanM3H: figures.fan,
    inAt,
    outAt,
    filter: filter === 'yes',
  };
  const way = place && airWay(place);
  const save = () => {
    if (!place || !figures) return setProblem('Length, width, height and what the fan moves are needed.');
    const before = { place: saved, cartridge };
    saveSettings({
      place,
      ...(figures.limit !== undefined && {
        cartridge: { limitH: figures.limit, sinceMs: cartridge?.sinceMs ?? nowMs() },
      }),
    }).then(
      () => {
        setProblem(undefined);
        notify({
          text: 'Kept: the evening counts with it.',
          undo: () =>
            saveSettings({
              ...(before.place && { place: before.place }),
              ...(before.cartridge && { cartridge: before.cartridge }),
            }),
        });
      },
      (e: Error) => setProblem(errorText(e)),
    );
  };
  const field = (f: keyof typeof suggested, label: string, unit: string, hint?: string) => (
    <FormField
      control={control}
      name={f}
      label={label}
      unit={unit}
      problem={texts[f] === '' ? undefined : problems[f]}
      numeric
      {...(hint !== undefined && { hint })}
    />
  );
  return (
    <Page testID="place" wide foot={<ActionButton label="Keep it" strong grow onPress={save} testID="save" />}>
      <PageHead
        eyebrow="Where you spray"
        title={
          !place || !way
            ? 'How does air go through it?'
            : way === 'still'
              ? 'Nothing moves the air'
              : `${Math.round(changesAnHour(place.fanM3H, roomM3(place)))} changes of air an hour`
        }
        subtitle="By the fan’s own figure, with its filter in. A clogged filter moves half of it."
      />
      <Problem says={problem} />
      <TwoColumns
        left={
          <>
            {place && way && (
              <Stack top={2} between={1}>
                <Drawn place={place} />
                <Text tone={way === 'across' || way === 'corner' ? 'ink' : 'stop'}>{WAY_SAYS[way]}</Text>
                {place.fanM3H > 0 && (
                  <Text testID="changes">{`Vapour is mostly gone ${minutesText(minutesForChanges(MOSTLY_GONE, place.fanM3H, roomM3(place)))} after the last coat: three changes, in a place that is well mixed. Corners take longer.`}</Text>
                )}
                <Text>{`Fine dust falls ${formatQuantity('length', place.heightM * 100, units)} in ${minutesText(settleMinutes(place.heightM, 10))} of still air, coarse dust in half a minute: sweep and wait before you spray.`}</Text>
                {filter === 'no' && (
                  <Notice tone="window">
                    What leaves without a filter lands on the neighbours. Local code decides.
                  </Notice>
                )}
              </Stack>
            )}
            <Notice tone="muted">
              A picture, not a promise. Vapour is heavier than air and creeps along the floor; a fan takes the place of
              no mask, and its motor must not spark. Local code decides.
            </Notice>
          </>
        }
        right={
          <>
            <Section title="Its size and its fan">
              <Fields>
                {field('length', 'Length', 'm')}
                {field('width', 'Width', 'm')}
                {field('height', 'Height', 'm')}
                {field('fan', 'The fan moves', 'm³/h', '0: no fan')}
              </Fields>
              <Stack top={2} between={2}>
                <ChoiceGroup<Side> label="Air comes in at the" options={SIDE_CHOICES} value={inAt} onChange={setIn} />
                <ChoiceGroup<Side> label="Air goes out at the" options={SIDE_CHOICES} value={outAt} onChange={setOut} />
                <ChoiceGroup<'yes' | 'no'> label="It leaves" options={YES_NO} value={filter} onChange={setFilter} />
              </Stack>
            </Section>
            <Section title="Cartridges of your mask">
              <Fields>
                {field(
                  'limit',
                  'Changed after so many hours of spraying',
                  'h',
                  'Your own limit, at most that of the maker',
                )}
              </Fields>
              {cartridge && (
                <Stack top={1}>
                  <Text kind="small" tone="muted">{`Changed ${dayOnly(cartridge.sinceMs)}.`}</Text>
                  <TextButton
                    label="I changed them now"
                    onPress={() =>
                      void saveSettings({ cartridge: { ...cartridge, sinceMs: nowMs() } }).then(
                        () => notify({ text: 'New cartridges.', undo: () => saveSettings({ cartridge }) }),
                        (e: Error) => setProblem(errorText(e)),
                      )
                    }
                  />
                </Stack>
              )}
            </Section>
          </>
        }
      />
    </Page>
  );
}

const minutesText = (min: number): string =>
  min < 1 ? 'within a minute' : min < 90 ? `${Math.round(min)} min` : `${(min / 60).toFixed(1)} h`;

const MOST_PX = 320;
const PAD = 22;

/** Seen from above: where air comes in, goes and leaves, and where parts stand. */
function Drawn({ place }: { place: SprayPlace }) {
  const { palette } = useAppTheme();
  const scale = (MOST_PX - 2 * PAD) / Math.max(place.lengthM, place.widthM);
  const [w, h] = [place.widthM * scale, place.lengthM * scale];
  const path = airPath(place).map((p) => ({ x: p.x * scale + PAD, y: p.y * scale + PAD }));
  const [first, last] = [path[0], path.at(-1)];
  const d = path.map((p, i) => `${i === 0 ? 'M' : 'L'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join(' ');
  return (
    <View aria-hidden>
      <Svg width={w + 2 * PAD} height={h + 2 * PAD}>
        <Rect x={PAD} y={PAD} width={w} height={h} fill={palette.surface} stroke={palette.ink} strokeWidth={2} />
        <Path
          d={d}
          fill="none"
          stroke={palette.do}
          strokeWidth={Math.min(w, h) * 0.34}
          strokeOpacity={0.14}
          strokeLinejoin="round"
        />
        <Path d={d} fill="none" stroke={palette.do} strokeWidth={2.5} strokeLinejoin="round" strokeDasharray="7 5" />
        {[0.36, 0.64].map((y) => (
          <Line
            key={y}
            x1={PAD + w * 0.34}
            x2={PAD + w * 0.66}
            y1={PAD + h * y}
            y2={PAD + h * y}
            stroke={palette.ink}
            strokeWidth={5}
            strokeLinecap="round"
          />
        ))}
        {first && <Circle cx={first.x} cy={first.y} r={7} fill={palette.paper} stroke={palette.do} strokeWidth={2.5} />}
        {last && <Circle cx={last.x} cy={last.y} r={7} fill={palette.do} />}
        {first && (
          <SvgText
            x={first.x}
            y={first.y + (first.y < h / 2 + PAD ? -10 : 20)}
            fill={palette.ink}
            fontFamily={HEAD}
            fontSize={13}
            textAnchor="middle"
          >
            in
          </SvgText>
        )}
        {last && (
          <SvgText
            x={last.x}
            y={last.y + (last.y < h / 2 + PAD ? -10 : 20)}
            fill={palette.ink}
            fontFamily={HEAD}
            fontSize={13}
            textAnchor="middle"
          >
            out
          </SvgText>
        )}
      </Svg>
    </View>
  );
}
