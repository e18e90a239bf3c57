import { useMemo, useState, type ReactNode } from 'react';
import { type Colour, colourId } from '@/core';
import { withoutCards } from '@/core/log/job';
import {
  colourCase,
  colourProduct,
  COLOUR_LIMITS,
  differenceWords,
  isAlong,
  isFaceOn,
  LIGHTS,
  LIGHT_KINDS,
  meanSpectra,
  turnsFor,
  type ColourCase,
  type Compared,
  type Light,
  type RackCard,
} from '@/core/colour';
import { formulasOf } from '@/core/stock';
import { useLibrary, useSettings, type OpenJob } from '@/data';
import { useShelf } from '@/data/shelf';
import { useAppTheme } from '@/ui/appTheme';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { AngleChart } from '@/ui/colour/AngleChart';
import { BendPatch } from '@/ui/colour/BendPatch';
import { SpectrumChart } from '@/ui/colour/SpectrumChart';
import { Disclosure } from '@/ui/Disclosure';
import { FigureTable } from '@/ui/FigureTable';
import { Grow, Stack } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { pageHref } from '@/ui/pages';
import { Section } from '@/ui/Section';
import { TwoColumns } from '@/ui/SplitView';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { upperFirst } from '@/core';
import { CardLine } from './CardLine';
import { CarReadings } from './CarReadings';
import { Hiding } from './Hiding';
import { Limits } from './Limits';
import { NewCard } from './NewCard';
import type { ReadAbout } from './readForm';
import { TakeReading } from './TakeReading';
import { TintScreen } from './TintScreen';
import { ANSWER_TONES, ANSWERS, deText, turnWords } from './words';

/** A colour of a job: whether it passes beside the car, its cards, and what was read of the car. */
export function ColourView({ open, colour, choice }: { open: OpenJob; colour: Colour; choice: ReactNode }) {
  const { all, lookup } = useLibrary();
  const shelf = useShelf()?.shelf;
  const settings = useSettings();
  const limits = settings?.colourLimits ?? COLOUR_LIMITS;
  const of = useMemo(
    () => colourCase(open.job, open.state, colour, lookup, limits),
    [open.job, open.state, colour, lookup, limits],
  );
  const [doing, setDoing] = useState<
    { what: 'card'; like?: RackCard } | { what: 'read'; about: ReadAbout } | { what: 'tint'; card: RackCard }
  >();
  const [picked, setPicked] = useState<string>();
  const done = () => setDoing(undefined);
  if (doing?.what === 'card') return <NewCard open={open} colour={colour} like={doing.like} onDone={done} />;
  if (doing?.what === 'read') return <TakeReading open={open} of={of} about={doing.about} onDone={done} />;
  if (doing?.what === 'tint') return <TintScreen open={open} colour={colour} of={of} card={doing.card} onDone={done} />;
  const readCar = () => setDoing({ what: 'read', about: { on: 'car' } });
  const shown = of.cards.find((c) => c.panel.id === picked) ?? of.cards.find((c) => c.compared);
  const best = of.cards.find((c) => c.compared);
  const { answer, under, tone } = headOf(of, best);
  const formula = shelf && formulasOf(shelf).find((f) => f.colour === colourId(colour));
  const product = colourProduct(open.job, open.state, colour, all);
  const panels = withoutCards(open.job).panels.filter((p) => p.map);
  return (
    <Page
      wide
      testID="colour"
      foot={
        <>
          <ActionButton
            label="A card was sprayed"
            strong
            grow
            onPress={() => setDoing({ what: 'card' })}
            testID="new-card"
          />
          <ActionButton label="Read the car" onPress={readCar} />
        </>
      }
    >
      <PageHead eyebrow={`${open.job.name}, ${colour.name}`} title={answer} subtitle={under} {...(tone && { tone })} />
      {choice}
      <TwoColumns
        left={
          shown?.compared ? (
            <Beside
              card={shown}
              compared={shown.compared}
              onAgain={() => setDoing({ what: 'card', like: shown })}
              onTint={() => setDoing({ what: 'tint', card: shown })}
            />
          ) : (
            <Notice tone="muted">
              <Text kind="small">
                A card is sprayed as the panel will be: over the same primer, with the same gun and thinner, half of it
                cleared. Dry it is held against the car, face-on and along, in the sun and in the shade.
              </Text>
            </Notice>
          )
        }
        right={
          <>
            <Section title="Cards" aside={String(of.cards.length)}>
              {of.cards.map((c) => (
                <CardLine
                  key={c.panel.id}
                  open={open}
                  card={c}
                  isOpen={picked === c.panel.id}
                  onToggle={() => setPicked(picked === c.panel.id ? undefined : c.panel.id)}
                  onRead={() => setDoing({ what: 'read', about: { on: 'card', cardId: c.panel.id } })}
                  onLike={() => setDoing({ what: 'card', like: c })}
                />
              ))}
              {of.cards.length === 0 && (
                <Stack top={3} bottom={3}>
                  <Text kind="small" tone="muted">
                    None yet. Without one nobody knows how the colour will look beside the car until it is on the panel.
                  </Text>
                </Stack>
              )}
            </Section>
            <CarReadings open={open} of={of} />
            {panels.length > 0 && (
              <Section title="Where to blend">
                {panels.slice(0, 6).map((p) => (
                  <BlendLink key={p.id} jobId={open.job.id} panelId={p.id} name={p.name} />
                ))}
              </Section>
            )}
            {formula && product && <Hiding formula={formula} product={product} />}
            <Limits limits={limits} />
          </>
        }
      />
    </Page>
  );
}

function BlendLink({ jobId, panelId, name }: { jobId: string; panelId: string; name: string }) {
  return (
    <ListRow href={pageHref('/blend', { job: jobId, panel: panelId })}>
      <Grow>
        <Text kind="strong">{name}</Text>
        <Text kind="small" tone="muted">
          Where base stops and clear goes on
        </Text>
      </Grow>
    </ListRow>
  );
}

/** The first line: what to do with this colour. */
function headOf(
  of: ColourCase,
  best: RackCard | undefined,
): { answer: string; under: string; tone?: 'good' | 'window' | 'stop' } {
  if (best?.compared) {
    const { verdict } = best.compared;
    return {
      answer: `${ANSWERS[verdict.answer]}: ${best.panel.name.toLowerCase()} is ${verdict.de.toFixed(1)} off`,
      under: verdict.why,
      tone: ANSWER_TONES[verdict.answer],
    };
  }
  if (of.cards.length > 0)
    return {
      answer: 'Hold the card against the car',
      under: of.cards.some((c) => c.facts)
        ? 'It was sprayed, and nobody has compared it yet. By eye in sun and shade is enough to begin with.'
        : 'The card waits for its colour.',
    };
  return { answer: 'Spray a card first', under: 'The colour is not known until a card of it was beside the car.' };
}

/** The car and one card beside each other, and what that means. */
function Beside({
  card,
  compared,
  onAgain,
  onTint,
}: {
  card: RackCard;
  compared: Compared;
  onAgain(): void;
  onTint(): void;
}) {
  const { units } = useAppTheme();
  const { pairs, verdict } = compared;
  const lights = LIGHT_KINDS.filter((l) => pairs.some((p) => p.light === l));
  const [light, setLight] = useState<Light>('D65');
  const shown = lights.includes(light) ? light : lights[0];
  const here = pairs.filter((p) => p.light === shown);
  const [isShown, setShown] = useState(false);
  const { values } = compared.entry.read;
  const spectra = meanSpectra(values);
  const coarser = values.form === 'difference' ? values.coarser : undefined;
  const turns = verdict.flakeTilt && card.facts ? turnsFor(1 / verdict.flakeTilt.factor, card.facts.spraying) : [];
  const rows = (
    [
      ['Face-on', pairs.filter(isFaceOn), verdict.face],
      ['Between', pairs.filter((p) => !isFaceOn(p) && !isAlong(p)), verdict.middle],
      ['Along', pairs.filter(isAlong), verdict.along],
    ] as const
  ).flatMap(([name, of, de]) =>
    de === undefined
      ? []
      : [
          {
            key: name,
            cells: [name, de.toFixed(1)],
            under: upperFirst(differenceWords(of.filter((p) => p.light === shown))),
          },
        ],
  );
  return (
    <Section title={`${card.panel.name} beside the car`}>
      <Stack top={3}>
        <BendPatch
          angles={here}
          label={`The car over ${card.panel.name.toLowerCase()}, ${shown ? LIGHTS[shown].under : ''}`}
        />
      </Stack>
      {lights.length > 1 && (
        <Stack top={2}>
          <ChoiceGroup<Light>
            label="Light"
            hideLabel
            options={lights.map((value) => ({ value, label: LIGHTS[value].name }))}
            value={shown}
            onChange={setLight}
          />
        </Stack>
      )}
      <FigureTable
        label={`How ${card.panel.name.toLowerCase()} differs`}
        columns={[
          { key: 'where', title: 'Seen', share: 3 },
          { key: 'de', title: 'Difference', figure: true },
        ]}
        rows={[...rows, { key: 'all', cells: ['All of it', deText(verdict)], under: basisOf(compared) }]}
      />
      <Disclosure
        open={isShown}
        onToggle={() => setShown(!isShown)}
        testID="curves"
        head={<Text kind="small">The curves: by angle, and by wavelength</Text>}
      >
        <AngleChart angles={here} />
        {spectra && <SpectrumChart spectra={spectra} />}
      </Disclosure>
      {coarser !== undefined && (
        <Notice tone="window">
          {`The flake of the card is ${coarser > 0 ? 'coarser' : 'finer'}: that is another aluminium, and no tint of colour changes it.`}
        </Notice>
      )}
      {verdict.metameric && (
        <Notice tone="window">
          {`${LIGHTS[verdict.metameric.best].name} and ${LIGHTS[verdict.metameric.worst].name.toLowerCase()} disagree by ${verdict.metameric.by.toFixed(1)}: other pigments than the car's. It will match in one light only.`}
        </Notice>
      )}
      {verdict.flakeTilt && (
        <Notice tone={verdict.answer === 'respray' ? 'stop' : 'window'} testID="turn-first">
          <Text kind="strong">Turn this first, not the colour</Text>
          <Text kind="small">
            {turns.length > 0
              ? `${verdict.flakeTilt.says} Next card: ${turns.map((t) => turnWords(t, units)).join(', ')}.`
              : verdict.flakeTilt.says}
          </Text>
          <TextButton label="Spray a card so" onPress={onAgain} />
        </Notice>
      )}
      {verdict.answer === 'tint' ? (
        <Stack top={3}>
          <ActionButton label="What must be added?" onPress={onTint} testID="tint-it" />
        </Stack>
      ) : (
        <TextButton label="See what tinting could improve" onPress={onTint} testID="tint-it" />
      )}
      <Stack top={2}>
        <Text kind="tag" tone="muted">
          A screen shows colours about, and their difference nearly. The card beside the car decides.
        </Text>
      </Stack>
    </Section>
  );
}

/** What a comparison rests on. */
function basisOf({ by }: Compared): string {
  switch (by) {
    case 'instrument':
    case 'file':
      return 'Read by an instrument';
    case 'typed':
      return 'By figures that were typed, in daylight';
    case 'photo':
      return 'From a photo: about';
    case 'eye':
      return 'By eye: about';
  }
}
