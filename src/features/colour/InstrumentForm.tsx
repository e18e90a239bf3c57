import { useState } from 'react';
import { errorText, type Message, colourId } from '@/core';
import {
  filmOf,
  groundOf,
  isAbsolute,
  meanSpectra,
  oddReading,
  potOf,
  READINGS_A_PLACE,
  type AbsoluteValues,
  type CardFilm,
  type Pot,
} from '@/core/colour';
import { formulasOf, type Formula, type Shelf } from '@/core/stock';
import { readDevice, readTile, useLibrary, useSheetDraft } from '@/data';
import { useShelf } from '@/data/shelf';
import { ActionButton } from '@/ui/ActionButton';
import { SpectrumChart } from '@/ui/colour/SpectrumChart';
import { Row } from '@/ui/layout';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Text } from '@/ui/Text';
import { OddReading } from './OddReading';
import type { ReadFormProps } from './readForm';
import { WhereRead, whereOf, type Where } from './WhereRead';

type Spectra = Extract<AbsoluteValues, { form: 'spectra' }>;
const USUAL_FILM: CardFilm = { filmUm: 24, ground: groundOf(undefined), flakeTilt: 1 };

/** What the simulated instrument stands on; a real one sees it. */
function heldOf(
  { about, card }: ReadFormProps,
  shelf: Shelf,
  formula: Formula | undefined,
  lookup: ReturnType<typeof useLibrary>['lookup'],
): Record<string, string | number> {
  const batch = card?.facts?.batchId === undefined ? undefined : shelf.batches.get(card.facts.batchId);
  const pot: Pot | undefined = formula && batch ? potOf(batch, formula, lookup) : undefined;
  const gPerL =
    pot && pot.litres > 0
      ? pot.toners.map((t) => `${t.toner.id}:${(t.grams / pot.litres).toFixed(3)}`)
      : (formula?.toners ?? []).map((t) => `${t.productId.replace(/^toner-/, '')}:${t.gPerL}`);
  const film = card?.facts ? filmOf(card.facts) : USUAL_FILM;
  return {
    toners: gPerL.join(','),
    filmUm: film.filmUm,
    flakeTilt: Math.round(film.flakeTilt * 1000) / 1000,
    ground: Math.round((film.ground[0] ?? 0.28) * 1000) / 1000,
    car: about.on === 'car' ? 1 : 0,
  };
}

/** The spectrophotometer of the bench: on its tile, then three times on the place. */
export function InstrumentForm(props: ReadFormProps) {
  const { open, of, about, card, ways, problem, onSave, onLeave } = props;
  const { lookup } = useLibrary();
  const shelf = useShelf()?.shelf;
  const [values, setValues] = useState<Spectra>();
  const [isAsked, setAsked] = useState(false);
  const [wrong, setWrong] = useState<Message>();
  const [where, setWhere] = useState<Where>(() => ({
    words: '',
    surface: 'polished',
    ...(card && { zoneId: card.zones[card.zones.length - 1]?.id ?? '' }),
  }));
  const forget = useSheetDraft(`instrument/${open.job.id}/${card?.panel.id ?? 'car'}`, values, setValues);
  const formula = shelf && formulasOf(shelf).find((f) => f.colour === colourId(of.colour));
  const said = (e: unknown) => setWrong(e instanceof Error ? errorText(e) : 'The instrument does not answer');
  const read = async () => {
    if (!shelf) return;
    try {
      const r = await readDevice('spectro', heldOf(props, shelf, formula, lookup));
      setWrong(undefined);
      setAsked(false);
      setValues((old) => {
        const same = old?.anglesDeg.join() === r.anglesDeg.join();
        if (old && !same) setWrong('It reads at other angles than before: the readings begin anew.');
        return {
          form: 'spectra',
          anglesDeg: r.anglesDeg,
          readings: [...(old && same ? old.readings : []), r.reflectance],
        };
      });
    } catch (e) {
      said(e);
    }
  };
  const n = values?.readings.length ?? 0;
  const odd = values && !isAsked && isAbsolute(values) ? oddReading(values) : undefined;
  return (
    <Page
      testID="instrument-form"
      foot={
        <>
          {n < READINGS_A_PLACE ? (
            <ActionButton
              label={`Read: ${n} of ${READINGS_A_PLACE}`}
              strong
              grow
              repeats
              onPress={() => void read()}
              testID="read-instrument"
            />
          ) : (
            <ActionButton
              label="Keep the reading"
              strong
              grow
              disabled={odd !== undefined}
              onPress={() => {
                if (!values) return;
                forget();
                onSave({ by: 'instrument', ...(about.on === 'car' && whereOf(where)), values }, where.zoneId);
              }}
              testID="keep-instrument"
            />
          )}
          <ActionButton label="Leave" onPress={onLeave} />
        </>
      }
    >
      <PageHead
        eyebrow={of.colour.name}
        title={card ? `Read ${card.panel.name.toLowerCase()}` : 'Read the car beside the repair'}
        subtitle="On its white tile first, then three times on the place, lifted and set down again."
      />
      {ways}
      <WhereRead open={open} card={card} value={where} onChange={setWhere} />
      <Row top={3}>
        <ActionButton
          label="On the white tile"
          onPress={() => void readTile().then(() => setWrong(undefined), said)}
          testID="tile"
        />
        {n >= READINGS_A_PLACE && <ActionButton label="Read once more" onPress={() => void read()} />}
      </Row>
      {wrong !== undefined && (
        <Notice tone="stop" testID="instrument-says">
          {wrong}
        </Notice>
      )}
      {values && !isAsked && (
        <OddReading
          values={values}
          onWithout={(v) => v.form === 'spectra' && setValues(v)}
          onKeep={() => setAsked(true)}
        />
      )}
      {values && <SpectrumChart spectra={meanSpectra(values) ?? []} />}
      <Text kind="tag" tone="muted">
        {formula
          ? 'This instrument is the simulated one of the bench: it is told what it stands on. A real one is read alike.'
          : 'The simulated instrument only knows colours whose formula is in the shop: without one it reads bare primer.'}
      </Text>
      {problem}
    </Page>
  );
}
