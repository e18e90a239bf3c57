import { useState } from 'react';
import { object } from 'yup';
import {
  APPLICATIONS,
  errorText,
  FAMILIES,
  formatQuantity,
  type Application,
  type Message,
  type Product,
  type UnitSystem,
} from '@/core';
import {
  flowMlMin,
  GUN_SETTINGS,
  GUN_SOURCES,
  HAND_M_MIN,
  isOddFlow,
  speedFor,
  unevenness,
  type GunRole,
  type GunSetting,
} from '@/core/mix/gun';
import { readySolids, splitMix } from '@/core/mix/ratio';
import { coatDefaults } from '@/core/route/draft';
import { nowMs, useLibrary, useSettings, useSheetDraft, useShopActions, type Settings } from '@/data';
import { useLanding } from '@/data/landing';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Fields } from '@/ui/Field';
import { FormField } from '@/ui/form/FormField';
import { typedNumber } from '@/ui/form/schema';
import { useLiveForm } from '@/ui/form/useLiveForm';
import { dayOnly } from '@/ui/format';
import { FigureTable } from '@/ui/FigureTable';
import { Stack } from '@/ui/layout';
import { Notice, Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { PickFrom } from '@/ui/PickFrom';
import { Section } from '@/ui/Section';
import { TwoColumns } from '@/ui/SplitView';
import { Text } from '@/ui/Text';

type Sprayed = 'lowPressureGun' | 'conventionalGun' | 'aerosol';
const GUNS = (['lowPressureGun', 'conventionalGun', 'aerosol'] as const).map((value) => ({
  value,
  label: APPLICATIONS[value].name,
}));

const schemaIn = (units: UnitSystem) =>
  object({
    grams: typedNumber({ plain: true }, { min: 1, max: 2000, message: 'From 1 to 2000 g' }, units).required(),
    seconds: typedNumber({ plain: true }, { min: 2, max: 300, message: 'From 2 to 300 s' }, units).required(),
    fan: typedNumber({ quantity: 'length' }, { min: 2, max: 80, message: 'No fan is that wide' }, units).required(),
  });

/** What a fan on paper looks like, and how flat that is: see `fanProfile`. */
const FANS = [
  { value: '1.5', label: 'Heavy in the middle' },
  { value: '2', label: 'Soft to both ends' },
  { value: '4', label: 'Even, sharp ends' },
] as const;

const roleOf = (p: Product): GunRole | undefined => {
  const { role } = FAMILIES[p.family];
  return role === 'found' || role === 'filler' || role === 'aid' ? undefined : role;
};

/** How the gun is set for a product, and how fast the hand goes for the film that is wanted, from a timed pour and a fan on paper. */
export function GunScreen({ productId }: { productId: string | undefined }) {
  const settings = useSettings();
  const { all } = useLibrary();
  if (!settings) return <Page>{null}</Page>;
  const sprayable = all.filter((p) => roleOf(p) && p.family !== 'electrocoat');
  const first =
    sprayable.find((p) => p.id === productId) ?? sprayable.find((p) => p.family === 'clear') ?? sprayable[0];
  if (!first) return <Page>{null}</Page>;
  return <Gun products={sprayable} first={first} settings={settings} />;
}

function Gun({ products, first, settings }: { products: Product[]; first: Product; settings: Settings }) {
  const { units } = useAppTheme();
  const landing = useLanding();
  const notify = useNotify();
  const { saveSettings } = useShopActions();
  const [id, setId] = useState(first.id);
  const product = products.find((p) => p.id === id) ?? first;
  const usual = coatDefaults(product);
  const [gun, setGun] = useState<Sprayed>(isSprayed(usual.application) ? usual.application : 'lowPressureGun');
  const saved = settings.guns?.[gun];
  const [flatness, setFlatness] = useState<(typeof FANS)[number]['value']>('2');
  const [problem, setProblem] = useState<Message>();
  const [suggested] = useState({ grams: '', seconds: '10', fan: '' });
  const { control, figures, texts, problems, touched, restore } = useLiveForm(suggested, schemaIn);
  useSheetDraft('gun', touched, restore);
  const role = roleOf(product);
  const setting = role ? GUN_SETTINGS[role][gun] : null;
  const density = readyDensity(product, usual.thinnerFraction ?? 0);
  const test = figures
    ? { grams: figures.grams, seconds: figures.seconds, fanCm: figures.fan, flatness: Number(flatness) }
    : saved;
  const flow = test && flowMlMin(test, density);
  const learned = landing(gun, product.id);
  const transfer = learned?.share ?? APPLICATIONS[gun].transferEfficiency;
  const solids = readySolids(product, usual.thinnerFraction ?? 0);
  const overlap = setting?.overlap ?? 0.5;
  const speed = test && flow && speedFor(usual.filmUm, flow, solids, transfer, test.fanCm, overlap);
  const save = () => {
    if (!figures || !test) return setProblem('Grams, seconds and the width of the fan are needed.');
    const before = settings.guns;
    saveSettings({ guns: { ...before, [gun]: { ...test, atMs: nowMs() } } }).then(
      () => {
        setProblem(undefined);
        notify({ text: 'Kept with this gun.', undo: () => saveSettings({ guns: before ?? {} }) });
      },
      (e: Error) => setProblem(errorText(e)),
    );
  };
  return (
    <Page testID="gun" wide foot={<ActionButton label="Keep this test" strong grow onPress={save} testID="save" />}>
      <PageHead
        eyebrow="The gun"
        title={
          speed
            ? `${speedText(speed, units)} for ${formatQuantity('film', usual.filmUm, units)} a coat`
            : (tipText(setting) ?? 'How is it set?')
        }
        subtitle={`${product.name}, ${APPLICATIONS[gun].name.toLowerCase()}. The product’s sheet decides where it says otherwise.`}
      />
      <Problem says={problem} />
      <TwoColumns
        left={
          <>
            <PickFrom
              label="Product"
              options={products.map((p) => ({ value: p.id, label: p.name, group: FAMILIES[p.family].name }))}
              value={id}
              onChange={setId}
            />
            <ChoiceGroup<Sprayed> label="With" options={GUNS} value={gun} onChange={setGun} />
            <Section title="As it is usually set">
              {setting ? (
                <>
                  <FigureTable
                    label="Usual setting"
                    columns={[
                      { key: 'what', title: 'Setting' },
                      { key: 'usual', title: 'Usual', figure: true, share: 2 },
                    ]}
                    rows={settingRows(setting, units)}
                  />
                  <Text
                    kind="tag"
                    tone="muted"
                  >{`A range, ${GUN_SOURCES[setting.source]}: start in its middle and spray a card.`}</Text>
                </>
              ) : (
                <Text tone="window">It is not sprayed with that: brush it, or take another gun.</Text>
              )}
            </Section>
          </>
        }
        right={
          <Section title="Your gun, timed" aside={saved ? dayOnly(saved.atMs) : undefined}>
            <Stack top={1}>
              <Text kind="small" tone="muted">
                Spray into a cup for ten seconds at full trigger and weigh it. Then a band on paper without moving: how
                wide, and is it heavier in the middle?
              </Text>
            </Stack>
            <Fields>
              <FormField
                control={control}
                name="grams"
                label="Came out"
                unit="g"
                numeric
                problem={texts.grams ? problems.grams : undefined}
              />
              <FormField control={control} name="seconds" label="In" unit="s" numeric problem={problems.seconds} />
              <FormField
                control={control}
                name="fan"
                label="The fan on paper is wide"
                quantity="length"
                problem={texts.fan ? problems.fan : undefined}
              />
            </Fields>
            <ChoiceGroup<(typeof FANS)[number]['value']>
              label="The band is"
              options={FANS}
              value={flatness}
              onChange={setFlatness}
            />
            {test && flow !== undefined && speed && (
              <Stack top={2} between={1}>
                <Text
                  kind="strong"
                  testID="gun-speed"
                >{`${speedText(speed, units)}: ${(60 / speed).toFixed(1)} s for a metre.`}</Text>
                <Text
                  kind="small"
                  tone="muted"
                >{`${formatQuantity('volume', flow, units)} a minute; ${Math.round(transfer * 100)} in 100 land${learned ? ', as your own cups and readings say' : ', as usual with such a gun'}; each pass ${Math.round(overlap * 100)} % over the last.`}</Text>
                {isOddFlow(flow, gun) && (
                  <Notice tone="window">
                    Far from what such a gun usually gives: weigh once more, or look at the tip.
                  </Notice>
                )}
                {(speed < HAND_M_MIN.min || speed > HAND_M_MIN.max) && (
                  <Notice tone="window">
                    {speed < HAND_M_MIN.min
                      ? 'So slow a hand lays runs: open the needle a little, or narrow the fan.'
                      : 'So fast a hand swings away from the panel: close the needle a little, or widen the fan.'}
                  </Notice>
                )}
                <Text kind="small" tone={unevenness(test.flatness, overlap) > 0.3 ? 'window' : 'muted'}>
                  {`Passes laid so differ by ${Math.round(unevenness(test.flatness, overlap) * 100)} % across.`}
                </Text>
              </Stack>
            )}
          </Section>
        }
      />
    </Page>
  );
}

const isSprayed = (a: Application): a is Sprayed =>
  a === 'lowPressureGun' || a === 'conventionalGun' || a === 'aerosol';

/** Grams a mL of the ready mix. */
function readyDensity(p: Product, thinnerFraction: number): number {
  const s = splitMix(p, 1000, thinnerFraction);
  return s.readyG / s.readyMl;
}

/** How fast a hand goes. @param mMin m/min */
const speedText = (mMin: number, units: UnitSystem): string =>
  `${formatQuantity('length', (mMin * 100) / 60, units, 0)} a second`;

const tipText = (s: GunSetting | null): string | undefined =>
  s?.tipMm ? `Tip ${s.tipMm[0]} to ${s.tipMm[1]}\u00a0mm` : undefined;

function settingRows(s: GunSetting, units: UnitSystem): { key: string; cells: string[] }[] {
  const range = (q: 'length' | 'pressure', [a, b]: readonly [number, number]) =>
    `${formatQuantity(q, a, units)} to ${formatQuantity(q, b, units)}`;
  const rows = [
    ...(s.tipMm ? [{ cells: ['Tip', `${s.tipMm[0]} to ${s.tipMm[1]} mm`] }] : []),
    ...(s.bar ? [{ cells: ['Pressure', range('pressure', s.bar)] }] : []),
    { cells: ['Fan', range('length', s.fanCm)] },
    { cells: ['Distance', range('length', s.distanceCm)] },
    { cells: ['Overlap', `${Math.round(s.overlap * 100)} %`] },
  ];
  return rows.map((r) => ({ key: r.cells[0] ?? '', ...r }));
}
