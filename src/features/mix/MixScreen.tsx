import { useMemo, useState } from 'react';
import { useRouter } from 'expo-router';
import { View } from 'react-native';
import {
  APPLICATION_NAMES,
  APPLICATIONS,
  cautionsFor,
  coatDefaults,
  levelCoats,
  isCoating,
  isFiller,
  likelyProduct,
  MINUTE_MS,
  planMix,
  potLifeMinutes,
  ratioText,
  showText,
  unitOf,
  type Application,
  type FieldProblem,
  type MixPlan,
  type Product,
  type QualityLevel,
  type Result,
  type Shape,
} from '@/core';
import { nowMs, useJobs, useConditions, useLibrary, useNow, useStatuses, type OpenJob } from '@/data';
import { clockTime, money } from '@/ui/format';
import { useLook } from '@/ui/look';
import { readNumber, typed } from '@/ui/numbers';
import { Field, Fields } from '@/ui/Field';
import { Act, Blank, Choices, Head, Notice, Page, Quiet, Section } from '@/ui/parts';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';
import { PourLines } from './PourLines';
import { Sprayed } from './Sprayed';
import { useMixDraft, type MixDraft } from './useMixDraft';
import { ZoneSum } from './ZoneSum';

const SHAPES: { value: Shape; label: string }[] = [
  { value: 'plain', label: 'Plain panel' },
  { value: 'shaped', label: 'Edges and shape' },
  { value: 'small', label: 'Small or wire-like' },
];

const mixable = (p: Product): boolean =>
  isCoating(p.family) && p.family !== 'oldCoating' && p.family !== 'weldThrough' && p.family !== 'plasticPromoter';

/** How much to mix for some zones, how to pour it, and the coat logged with that cup when it is sprayed. */
export function MixScreen({ jobId, zoneIds }: { jobId?: string; zoneIds?: string[] }) {
  const { jobs, loading } = useJobs();
  const { draft, save } = useMixDraft();
  const { all } = useLibrary();
  const [now] = useState(nowMs);
  const withZones = jobs.filter((j) => j.job.zones.length > 0);
  const asked = withZones.find((j) => j.job.id === jobId);
  const open = asked ?? withZones.find((j) => j.job.id === draft?.jobId) ?? withZones[0];
  const statuses = useStatuses(open, now);
  if (loading || draft === undefined) return <Page>{null}</Page>;
  if (!open)
    return (
      <Page>
        <Blank
          title="No zones to mix for"
          text="Start a job and give it a panel with its area. Then the cup can be worked out."
        />
      </Page>
    );
  const kept =
    draft &&
    !asked &&
    draft.jobId === open.job.id &&
    draft.zoneIds.every((z) => open.job.zones.some((x) => x.id === z)) &&
    all.some((p) => p.id === draft.productId);
  const start = kept ? draft : fresh(open, zoneIds ?? [], statuses, all);
  return <Cup key={open.job.id} jobs={withZones} open={open} start={start} save={save} />;
}

function fresh(open: OpenJob, zoneIds: string[], statuses: ReturnType<typeof useStatuses>, all: Product[]): MixDraft {
  const first = zoneIds[0];
  const status = first ? statuses.get(first) : undefined;
  const likely = status
    ? likelyProduct('coated', status, first ? open.state.zones.get(first)?.strata : undefined, open.state, all)
    : undefined;
  const product =
    likely && mixable(likely) ? likely : (all.find((p) => p.family === 'highBuild') ?? all.find(mixable)!);
  return {
    jobId: open.job.id,
    zoneIds,
    shape: 'plain',
    by: 'weight',
    reserve: '10',
    ...forProduct(product, open.job.level),
  };
}

/** What a product brings to the cup. Film as typed is in metric until the user's units are known to the field. */
function forProduct(
  p: Product,
  level: QualityLevel | undefined,
): Pick<MixDraft, 'productId' | 'coats' | 'film' | 'thinner' | 'application' | 'grown'> {
  const d = coatDefaults(p);
  return {
    productId: p.id,
    coats: levelCoats(level, p.family) ?? Math.min(2, p.coats),
    film: '',
    thinner: typed(d.thinnerFraction ?? 0, { percent: true }, 'metric'),
    application: d.application,
    grown: 1,
  };
}

interface CupProps {
  jobs: OpenJob[];
  open: OpenJob;
  start: MixDraft;
  save(d: MixDraft | null): void;
}

function Cup({ jobs, open: first, start, save }: CupProps) {
  const { units, currency } = useLook();
  const { all, lookup } = useLibrary();
  const router = useRouter();
  const now = useNow();
  const [d, setD] = useState(start);
  const [picking, setPicking] = useState(start.zoneIds.length === 0);
  const [products, setProducts] = useState(false);
  const [sprayed, setSprayed] = useState(false);
  const open = jobs.find((j) => j.job.id === d.jobId) ?? first;
  const product = lookup(d.productId)!;
  const film = d.film || typed(product.film.nominalUm, { quantity: 'film' }, units);
  const set = (patch: Partial<MixDraft>) => {
    const next = { ...d, grown: 1, ...patch };
    setD(next);
    save(next);
  };
  const zones = open.job.zones.filter((z) => d.zoneIds.includes(z.id));
  const areaCm2 = zones.reduce((s, z) => s + z.areaCm2, 0);
  const plan = useMemo(() => work(product, areaCm2, film, d, units), [product, areaCm2, film, d, units]);
  const bad = Object.fromEntries(plan.ok ? [] : plan.error.map((p) => [p.path, p.message]));
  const air = useConditions(open, now)?.();
  const pot = air && potLifeMinutes(product, air.tempC);
  const thinner = readNumber(d.thinner, { percent: true }, units, true);
  const others = all.filter(mixable);

  if (sprayed && plan.ok)
    return (
      <Sprayed
        open={open}
        zones={zones}
        product={product}
        plan={plan.value}
        filmUm={plan.value.filmUm}
        coats={d.coats}
        thinnerFraction={plan.value.thinnerFraction}
        application={d.application}
        back={() => setSprayed(false)}
        done={(panelId) => {
          save(null);
          router.replace(`/panel/${open.job.id}/${panelId}?zone=${zones[0]?.id}` as never);
        }}
      />
    );
  return (
    <Page
      testID="mix"
      foot={
        picking && zones.length > 0 ? (
          <Act
            label={`Mix for ${showText('area', areaCm2, units)}`}
            strong
            grow
            onPress={() => setPicking(false)}
            testID="zones-done"
          />
        ) : plan.ok ? (
          <Act label="Sprayed" strong grow onPress={() => setSprayed(true)} testID="sprayed" />
        ) : undefined
      }
    >
      <Head
        over={
          zones.length > 0
            ? `${open.job.name}: ${zones.length === 1 ? '1 zone' : `${zones.length} zones`}, ${showText('area', areaCm2, units)}`
            : open.job.name
        }
        answer={
          picking
            ? 'Mix for which zones?'
            : plan.ok
              ? `Mix ${showText('volume', plan.value.readyMl, units, units === 'metric' ? 0 : 1)}`
              : 'Check the figures below'
        }
        under={`${product.name}, ${ratioText(product, thinner.ok ? (thinner.value ?? 0) : 0)}`}
      />
      <ZoneSum
        jobs={jobs}
        open={open}
        zoneIds={d.zoneIds}
        picking={picking}
        onPicking={setPicking}
        onJob={(jobId) => set({ jobId, zoneIds: [] })}
        onZones={(zoneIds) => set({ zoneIds })}
        problem={picking ? undefined : bad.areaCm2}
      />
      {plan.ok && !picking && (
        <Section title="Pour" aside={d.by === 'weight' ? 'on one scale, tared' : 'in a straight cup'}>
          <PourLines plan={plan.value} by={d.by} onGrow={(factor) => set({ grown: d.grown * factor })} />
          <View
            style={{
              flexDirection: 'row',
              flexWrap: 'wrap',
              columnGap: gap(6),
              rowGap: gap(2),
              paddingVertical: gap(3),
            }}
          >
            {pot !== undefined && <Fact figure={clockTime(now + pot * MINUTE_MS)} text="pot life ends, if mixed now" />}
            <Fact figure={showText('volume', plan.value.perCoatMl, units)} text="for each coat" />
            <Fact figure={money(plan.value.cost, currency)} text="material in the cup" />
            <Fact figure={`${Math.round(plan.value.vocGL)} g/L`} text="VOC of the mix" />
          </View>
          {plan.value.grown > 1.001 && (
            <View
              style={{
                paddingBottom: gap(2),
                flexDirection: 'row',
                flexWrap: 'wrap',
                alignItems: 'center',
                columnGap: gap(3),
              }}
            >
              <T
                kind="small"
                tone="window"
              >{`Scaled up ${Math.round((plan.value.grown - 1) * 100)} % after the over-pour.`}</T>
              <Quiet label="Back to the plan" onPress={() => set({ grown: 1 })} />
            </View>
          )}
          <T kind="small" tone="muted">
            {`Counted with ${Math.round(plan.value.transferEfficiency * 100)} % of the paint landing on the work. Figures are ${product.basis === 'sheet' ? 'from your data sheet' : 'generic'}; the tin decides.`}
          </T>
        </Section>
      )}
      {!picking && (
        <Section title="What and how">
          <View style={{ gap: gap(1) }}>
            <Choices
              label="Product"
              options={(products ? others : [product]).map((p) => ({ value: p.id, label: p.name }))}
              value={d.productId}
              onChange={(id) => {
                setProducts(false);
                if (id !== d.productId) set(forProduct(lookup(id)!, open.job.level));
              }}
            />
            {!products && <Quiet label="Another product" onPress={() => setProducts(true)} />}
          </View>
          <Choices
            label="Coats"
            options={['1', '2', '3', '4'].map((v) => ({ value: v, label: v }))}
            value={String(d.coats)}
            onChange={(v) => set({ coats: Number(v) })}
          />
          <Fields>
            <Field
              label="Dry film of one coat"
              unit={unitOf('film', units)}
              value={film}
              onChange={(t) => set({ film: t || ' ' })}
              problem={bad.filmUm}
              numeric
            />
            {product.thinning && (
              <Field
                label={`Thinner, % of ${product.thinning.of === 'paint' ? 'the paint' : 'paint and hardener'}`}
                value={d.thinner}
                onChange={(t) => set({ thinner: t })}
                problem={bad.thinnerFraction}
                hint={`Usual ${Math.round(product.thinning.minFraction * 100)} to ${Math.round(product.thinning.maxFraction * 100)} %`}
                numeric
              />
            )}
            <Field
              label="Kept in hand, %"
              value={d.reserve}
              onChange={(t) => set({ reserve: t })}
              problem={bad.reserveFraction}
              numeric
            />
          </Fields>
          <Choices<Application>
            label="Put on with"
            options={APPLICATIONS.filter((a) => (a === 'spreader') === isFiller(product.family)).map((a) => ({
              value: a,
              label: APPLICATION_NAMES[a],
            }))}
            value={d.application}
            onChange={(application) => set({ application })}
          />
          {d.application !== 'brush' && d.application !== 'spreader' && (
            <Choices label="Work" options={SHAPES} value={d.shape} onChange={(shape) => set({ shape })} />
          )}
          <Choices
            label="Pour by"
            options={
              [
                { value: 'weight', label: 'Weight' },
                { value: 'volume', label: 'Cup marks' },
              ] as const
            }
            value={d.by}
            onChange={(by) => set({ by, grown: d.grown })}
          />
          {bad.product && <Notice tone="stop">{bad.product}</Notice>}
        </Section>
      )}
      {!picking &&
        cautionsFor('coated', product, false).map((c) => (
          <Notice key={c.id} tone="window">
            {c.text}
          </Notice>
        ))}
    </Page>
  );
}

type Worked = MixPlan & { filmUm: number; thinnerFraction: number; grown: number };

/** Reads the sheet's numbers and works out the cup; every number that is not one is named at its field. */
function work(
  product: Product,
  areaCm2: number,
  filmText: string,
  d: MixDraft,
  units: Parameters<typeof readNumber>[2],
): Result<Worked, FieldProblem[]> {
  const film = readNumber(filmText, { quantity: 'film' }, units);
  const thinner = product.thinning
    ? readNumber(d.thinner, { percent: true }, units, true)
    : ({ ok: true, value: 0 } as const);
  const reserve = readNumber(d.reserve, { percent: true }, units, true);
  const problems: FieldProblem[] = [];
  if (!film.ok) problems.push({ path: 'filmUm', message: film.error });
  if (!thinner.ok) problems.push({ path: 'thinnerFraction', message: thinner.error });
  if (!reserve.ok) problems.push({ path: 'reserveFraction', message: reserve.error });
  if (!film.ok || !thinner.ok || !reserve.ok) return { ok: false, error: problems };
  const filmUm = film.value!;
  const thinnerFraction = thinner.value ?? 0;
  const reserveFraction = (1 + (reserve.value ?? 0)) * d.grown - 1;
  const request = {
    product,
    areaCm2,
    filmUm,
    coats: d.coats,
    thinnerFraction,
    application: d.application,
    shape: d.shape,
  };
  const checked = planMix({ ...request, reserveFraction: reserve.value ?? 0 });
  if (!checked.ok) return checked;
  const plan = d.grown === 1 ? checked : planMix({ ...request, reserveFraction: Math.min(1, reserveFraction) });
  return plan.ok ? { ok: true, value: { ...plan.value, filmUm, thinnerFraction, grown: d.grown } } : plan;
}

function Fact({ figure, text }: { figure: string; text: string }) {
  return (
    <View style={{ minWidth: 96 }}>
      <T kind="figure">{figure}</T>
      <T kind="tag" tone="muted">
        {text}
      </T>
    </View>
  );
}
