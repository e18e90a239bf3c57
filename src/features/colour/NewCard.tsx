import { useState } from 'react';
import { object, string } from 'yup';
import {
  APPLICATIONS,
  errorText,
  FAMILIES,
  formatQuantity,
  upperFirst,
  type Application,
  type Colour,
  type Message,
  type UnitSystem,
  colourId,
} from '@/core';
import { entriesOf } from '@/core/keysOf';
import { LAST_COATS, THINNER_SPEEDS, type LastCoat, type ThinnerSpeed } from '@/core/log/colourRead';
import { colourProduct, turned, turnsFor, USUAL_DISTANCE_MM, type RackCard } from '@/core/colour';
import { batchNumber } from '@/core/stock';
import { pouredMlOf } from '@/core/stock/composition';
import { newId, nowMs, useFormDraft, useLibrary, useShopActions, type OpenJob } from '@/data';
import { useShelf } from '@/data/shelf';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { Fields } from '@/ui/Field';
import { FormChoice, FormField } from '@/ui/form/FormField';
import { typedNumber, typedQuantity, typedText } from '@/ui/form/schema';
import { useAppForm } from '@/ui/form/useAppForm';
import { Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { formatForInput } from '@/ui/numbers';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import {
  CARD_KINDS,
  cardOf,
  GROUND_SHADES,
  GROUNDS,
  nextCardName,
  type CardKind,
  type Ground,
  type GroundShade,
} from './card';
import { sprayedWords, turnWords } from './words';

const GUNS: readonly Application[] = ['lowPressureGun', 'conventionalGun', 'aerosol', 'brush'];
const NO_BATCH = '-';
/** Batches of the last days stand to choose from. */
const BATCHES = 6;

const schema = (units: UnitSystem) =>
  object({
    kind: string<CardKind>().required(),
    ground: string<Ground>().required(),
    shade: string<GroundShade>().required(),
    product: string().required(),
    coats: typedNumber({ plain: true }, { min: 1, max: 12, whole: true }, units).required(),
    gun: string<Application>().required(),
    thinner: string<ThinnerSpeed>().required(),
    // Typed as a length; the log keeps mm.
    distance: typedQuantity('length', { min: 5, max: 60, optional: true }, units),
    last: string<LastCoat>().required(),
    batch: string().required(),
    who: typedText(60),
  });

/** A test card as it was sprayed: its history is in the log like any panel's. @param like a card whose way is the beginning */
export function NewCard({
  open,
  colour,
  like,
  onDone,
}: {
  open: OpenJob;
  colour: Colour;
  like: RackCard | undefined;
  onDone(): void;
}) {
  const { units } = useAppTheme();
  const { all, lookup } = useLibrary();
  const shelf = useShelf()?.shelf;
  const { changeJob, takeOutPanels } = useShopActions();
  const notify = useNotify();
  const [problem, setProblem] = useState<Message>();
  const products = all.filter((p) => FAMILIES[p.family].coloured);
  const was = like?.facts;
  const usual =
    products.find((p) => p.id === was?.base.productId) ??
    colourProduct(open.job, open.state, colour, all) ??
    products[0];
  // What is to be turned is turned already: the hand only has to do it.
  const flakeTilt = like?.compared?.verdict.flakeTilt;
  const turns = flakeTilt && was ? turnsFor(1 / flakeTilt.factor, was.spraying) : [];
  const way = was && turned(was.spraying, turns);
  const batches = [...(shelf?.batches.values() ?? [])]
    .filter(
      (b) => products.some((p) => p.id === b.productId) && (b.colour === undefined || b.colour === colourId(colour)),
    )
    .sort((a, b) => b.atMs - a.atMs)
    .slice(0, BATCHES);
  const distanceMm = way?.distanceMm ?? USUAL_DISTANCE_MM;
  const form = useAppForm(
    {
      kind: 'half',
      ground: 'highBuild',
      shade: 'grey',
      product: usual?.id ?? '',
      coats: String(was?.base.coats ?? usual?.coats ?? 3),
      gun: was?.spraying.application ?? 'lowPressureGun',
      thinner: way?.thinner ?? 'usual',
      distance: formatForInput(distanceMm / 10, { quantity: 'length' }, units),
      last: way?.lastCoat ?? 'usual',
      batch: was?.batchId ?? NO_BATCH,
      who: was?.who ?? '',
    },
    schema,
  );
  const { control } = form;
  const forget = useFormDraft(`card/${open.job.id}/${colourId(colour)}`, form);
  const name = nextCardName(open.job);
  const save = form.handleSubmit((v) => {
    const product = lookup(v.product);
    if (!product) return setProblem('Pick the paint');
    const now = nowMs();
    const id = newId(now);
    const batch = shelf?.batches.get(v.batch);
    const card = cardOf(
      {
        colour,
        kind: v.kind,
        ground: v.ground,
        shade: v.shade,
        product,
        coats: v.coats,
        application: v.gun,
        how: {
          thinner: v.thinner,
          ...(v.distance !== undefined && { distanceMm: Math.round(v.distance * 10) }),
          lastCoat: v.last,
          ...(v.who && { who: v.who }),
        },
        ...(shelf && batch && { batchId: batch.id, pouredMl: pouredMlOf(batch, shelf, lookup) }),
      },
      name,
      id,
      () => newId(nowMs()),
      now,
    );
    return changeJob(
      open.job.id,
      (j) => ({ ...j, panels: [...j.panels, card.panel], zones: [...j.zones, ...card.zones] }),
      card.events,
    ).then(
      () => {
        forget();
        notify({
          text: `${name} is in the rack. Write its number on the back.`,
          undo: () => takeOutPanels(open.job.id, [id]),
        });
        onDone();
      },
      (e: Error) => setProblem(errorText(e)),
    );
  });
  return (
    <Page
      testID="new-card-form"
      foot={
        <>
          <ActionButton label={`${name} into the rack`} strong grow onPress={() => void save()} testID="save-card" />
          <ActionButton
            label="Leave"
            onPress={() => {
              forget();
              onDone();
            }}
          />
        </>
      }
    >
      <PageHead
        eyebrow={`${open.job.name}, ${colour.name}`}
        title={`How was ${name.toLowerCase()} sprayed?`}
        subtitle={
          turns.length > 0
            ? `Set to what is to be turned: ${turns.map((t) => turnWords(t, units)).join(', ')}.`
            : was
              ? `As ${like.panel.name.toLowerCase()}: ${sprayedWords(was, units)}.`
              : 'As the panel will be: same primer, gun, thinner and coats. What is as usual needs no tap.'
        }
      />
      <FormChoice
        control={control}
        name="kind"
        label="The card is"
        options={entriesOf(CARD_KINDS).map(([value, label]) => ({ value, label }))}
      />
      <FormChoice
        control={control}
        name="ground"
        label="Over"
        options={GROUNDS.map((value) => ({ value, label: FAMILIES[value].name }))}
      />
      <FormChoice
        control={control}
        name="shade"
        label="Its shade"
        options={GROUND_SHADES.map((value) => ({ value, label: upperFirst(value) }))}
      />
      <FormChoice
        control={control}
        name="product"
        label="Paint"
        options={products.map((p) => ({ value: p.id, label: p.name }))}
      />
      <Fields>
        <FormField control={control} name="coats" label="Coats" numeric hint="Of a ladder: of its last strip" />
        <FormField
          control={control}
          name="distance"
          label="Gun to card"
          quantity="length"
          hint={`By the book ${formatQuantity('length', 18, units, 0)}`}
        />
      </Fields>
      <FormChoice
        control={control}
        name="gun"
        label="With"
        options={GUNS.map((value) => ({ value, label: APPLICATIONS[value].name }))}
      />
      <FormChoice
        control={control}
        name="thinner"
        label="Thinner"
        options={entriesOf(THINNER_SPEEDS).map(([value, label]) => ({ value, label }))}
      />
      <FormChoice
        control={control}
        name="last"
        label="Last coat"
        options={entriesOf(LAST_COATS).map(([value, label]) => ({ value, label }))}
      />
      {batches.length > 0 && (
        <FormChoice
          control={control}
          name="batch"
          label="Out of batch"
          options={[
            ...batches.map((b) => ({ value: b.id, label: shelf ? batchNumber(shelf, b.id) : String(b.no) })),
            { value: NO_BATCH, label: 'None' },
          ]}
        />
      )}
      <FormField control={control} name="who" label="Who sprayed it" />
      <Problem says={problem} />
    </Page>
  );
}
