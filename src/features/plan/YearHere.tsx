import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { object, string, type InferType } from 'yup';
import { BOUNDS, errorText, figure, phrase, type Message, type Product, type UnitSystem } from '@/core';
import { DAMPNESS, type Dampness, type ForecastPlace } from '@/core/air/forecast';
import { SEASON_SPREAD_K, type Season, type UsualDay } from '@/core/air/season';
import { goodDaysByMonth } from '@/core/schedule/badDays';
import { useLibrary, useNow, useShopActions, type Settings } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { Fields } from '@/ui/Field';
import { AIR_PLACE_OPTIONS, DAMPNESS_OPTIONS } from '@/ui/form/airOptions';
import { FormChoice, FormField } from '@/ui/form/FormField';
import { typedQuantity } from '@/ui/form/schema';
import { useAppForm } from '@/ui/form/useAppForm';
import { Row, Stack } from '@/ui/layout';
import { formatForInput } from '@/ui/numbers';
import { Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { gap } from '@/ui/theme';

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

type Texts = Record<'coldLow' | 'coldHigh' | 'warmLow' | 'warmHigh' | 'warmestIn' | 'dampness' | 'place', string>;
const schema = (units: UnitSystem) => {
  const temp = typedQuantity('temp', BOUNDS.tempC, units).required();
  return object({
    coldLow: temp,
    coldHigh: temp,
    warmLow: temp,
    warmHigh: temp,
    warmestIn: string<Season['warmestIn']>().required(),
    dampness: string<Dampness>().required(),
    place: string<ForecastPlace>().required(),
  });
};

/** What a year is like here: what the plan counts with where no forecast reaches, and on how many days of each month one may spray. */
export function YearHere({
  settings: { season, units },
}: {
  settings: Pick<Settings, 'units'> & { season?: Season | undefined };
}) {
  const [typing, setTyping] = useState(false);
  return (
    <Section title="The year here">
      <Stack top={2} between={2}>
        {season ? (
          <Months season={season} />
        ) : (
          <Text kind="small" tone="muted">
            Beyond a forecast the plan takes the air to be good. Say what the coldest and the warmest month are like,
            and it counts with usual days instead.
          </Text>
        )}
        {typing ? (
          <YearForm season={season} units={units} onDone={() => setTyping(false)} />
        ) : (
          <TextButton
            label={season ? 'Change what the year is like' : 'Say what the year is like'}
            icon={season ? 'pencil' : 'plus'}
            onPress={() => setTyping(true)}
          />
        )}
      </Stack>
    </Section>
  );
}

const dayWords = ({ lowC, highC }: UsualDay): Message =>
  phrase`${figure('temp', lowC, 0)} to ${figure('temp', highC, 0)}`;

/** Of ten days of each month, on how many clear may be sprayed. */
function Months({ season }: { season: Season }) {
  const { all } = useLibrary();
  const product: Product | undefined = all.find((p) => p.family === 'clear');
  const limits = product?.limits;
  const year = new Date(useNow()).getFullYear();
  const shares = useMemo(() => (limits ? goodDaysByMonth(season, limits, year) : []), [season, limits, year]);
  return (
    <View testID="year-here">
      {product && (
        <>
          <Text kind="small">{`${product.name}: on so many days of ten the air lets it be sprayed for three hours${season.place === 'yard' ? ', unheated' : ''}.`}</Text>
          <View style={YEAR}>
            {shares.map((share, m) => (
              <View
                key={MONTHS[m]}
                style={MONTH}
                accessible
                aria-label={`${MONTHS[m] ?? ''}: ${Math.round(share * 10)} of ten`}
              >
                <Text kind="tag" tone="muted">
                  {MONTHS[m] ?? ''}
                </Text>
                <Text kind="strong" tone={share >= 0.7 ? 'good' : share >= 0.3 ? 'window' : 'stop'}>
                  {String(Math.round(share * 10))}
                </Text>
              </View>
            ))}
          </View>
        </>
      )}
      <Text kind="tag" tone="muted">
        {phrase`Estimated from a coldest month of ${dayWords(season.coldest)} and a warmest of ${dayWords(season.warmest)}, air ${DAMPNESS[season.dampness].name.toLowerCase()}, ${season.place === 'yard' ? 'outside' : 'in the room'}; single days are off by about ${figure('tempDifference', SEASON_SPREAD_K, 0)}.`}
      </Text>
    </View>
  );
}
const YEAR = { flexDirection: 'row', flexWrap: 'wrap', rowGap: gap(1), paddingTop: gap(1) } as const;
/** Half a year in a line. */
const MONTH = { width: '16.66%', alignItems: 'center' } as const;

function YearForm({ season, units, onDone }: { season: Season | undefined; units: UnitSystem; onDone(): void }) {
  const { saveSettings } = useShopActions();
  const notify = useNotify();
  const text = (c: number | undefined) => formatForInput(c, { quantity: 'temp' }, units);
  const form = useAppForm<Texts, InferType<ReturnType<typeof schema>>>(
    {
      coldLow: text(season?.coldest.lowC),
      coldHigh: text(season?.coldest.highC),
      warmLow: text(season?.warmest.lowC),
      warmHigh: text(season?.warmest.highC),
      warmestIn: season?.warmestIn ?? 'july',
      dampness: season?.dampness ?? 'usual',
      place: season?.place ?? 'yard',
    },
    schema,
  );
  const [problem, setProblem] = useState<Message>();
  const save = form.handleSubmit(async (v) => {
    if (v.coldHigh < v.coldLow)
      return form.setError('coldHigh', { message: 'The day is under its night' }, { shouldFocus: true });
    if (v.warmHigh < v.warmLow)
      return form.setError('warmHigh', { message: 'The day is under its night' }, { shouldFocus: true });
    if (v.warmHigh < v.coldHigh)
      return form.setError(
        'warmHigh',
        { message: 'The warmest month is colder than the coldest' },
        { shouldFocus: true },
      );
    const next: Season = {
      coldest: { lowC: v.coldLow, highC: v.coldHigh },
      warmest: { lowC: v.warmLow, highC: v.warmHigh },
      warmestIn: v.warmestIn,
      dampness: v.dampness,
      place: v.place,
    };
    await saveSettings({ season: next }).then(
      () => {
        notify({ text: 'The year is kept.', undo: () => saveSettings({ season }) });
        onDone();
      },
      (e: Error) => setProblem(errorText(e)),
    );
  });
  return (
    <View testID="year-form">
      <Fields>
        <FormField control={form.control} name="coldLow" label="Coldest month, nights" quantity="temp" />
        <FormField control={form.control} name="coldHigh" label="Coldest month, days" quantity="temp" />
      </Fields>
      <Fields>
        <FormField control={form.control} name="warmLow" label="Warmest month, nights" quantity="temp" />
        <FormField control={form.control} name="warmHigh" label="Warmest month, days" quantity="temp" />
      </Fields>
      <FormChoice
        control={form.control}
        name="warmestIn"
        label="The warmest month"
        options={[
          { value: 'july', label: 'July' },
          { value: 'january', label: 'January' },
        ]}
      />
      <FormChoice control={form.control} name="dampness" label="The air" options={DAMPNESS_OPTIONS} />
      <FormChoice control={form.control} name="place" label="It is told of" options={AIR_PLACE_OPTIONS} />
      <Problem says={problem} />
      <Row top={2}>
        <ActionButton label="Keep the year" strong onPress={() => void save()} testID="save-year" />
        <ActionButton label="Leave" onPress={onDone} />
      </Row>
    </View>
  );
}
