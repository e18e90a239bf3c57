import { useMemo, useState } from 'react';
import { useRouter } from 'expo-router';
import { View } from 'react-native';
import {
  APPLICATIONS,
  DEFAULT_METHOD,
  APPLICATION_KINDS,
  errorText,
  FAMILIES,
  finishOf,
  isFiller,
  MINUTE_MS,
  ratioText,
  zoneLabel,
  formatQuantity,
  type Application,
  type Product,
  type Message,
  type Shape,
  type Zone,
} from '@/core';
import { planSession, potLifeMinutes, type CupPlan } from '@/core/mix';
import { learnTransfer, nextBatchNo, transferSeen } from '@/core/stock';
import {
  lastWritten,
  newId,
  nowMs,
  useJobs,
  useConditions,
  useLibrary,
  useNow,
  useAdvice,
  useSettings,
  useShopActions,
  useStatuses,
  type OpenJob,
} from '@/data';
import { useShelf, useShelfCommand } from '@/data/shelf';
import { clockTime, money } from '@/ui/format';
import { useAppTheme } from '@/ui/appTheme';
import { readNumber, formatForInput } from '@/ui/numbers';
import { Field, Fields, Measure } from '@/ui/Field';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { EmptyState } from '@/ui/EmptyState';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { TextButton } from '@/ui/TextButton';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';
import { pageHref } from '@/ui/pages';
import { POUR_BY } from '@/ui/pourBy';
import { CupVerdict } from './CupVerdict';
import { draftForProduct, newDraft, mixable, planCup, usualInCup, type MixDraft } from './cup';
import { CupInHand } from './CupInHand';
import { Cups } from './Cups';
import { PourLines } from './PourLines';
import { PourScreen } from './PourScreen';
import { Sprayed } from './Sprayed';
import { poursOf, sourcesOf } from './tins';
import { useMixDraft } from './useMixDraft';
import { ZoneSum } from './ZoneSum';

/** More than this in one cup gets warm by itself, mL. */
const LARGE_ML = 500;
const SHAPES: { value: Shape; label: string }[] = [
  { value: 'plain', label: 'Plain panel' },
  { value: 'shaped', label: 'Edges and shape' },
  { value: 'small', label: 'Small or wire-like' },
];

/** How much to mix for some zones, how to pour it, and the coat logged with that cup when it is sprayed. */
export function MixScreen({
  jobId,
  zoneIds,
  productId,
  coats,
  ml,
}: {
  jobId?: string | undefined;
  zoneIds?: string[] | undefined;
  /** A cup of a session: of what, how many coats, and how much, mL. */
  productId?: string | undefined;
  coats?: number | undefined;
  ml?: number | undefined;
}) {
  const { jobs, loading } = useJobs();
  const { draft, save } = useMixDraft();
  const { all, lookup } = useLibrary();
  const settings = useSettings();
  const [now] = useState(nowMs);
  const withZones = jobs.filter((j) => j.job.zones.length > 0);
  const asked = withZones.find((j) => j.job.id === jobId);
  const open = asked ?? withZones.find((j) => j.job.id === draft?.jobId) ?? lastWritten(withZones);
  const statuses = useStatuses(open, now);
  if (loading || draft === undefined) return <Page>{null}</Page>;
  if (!open)
    return (
      <Page>
        <EmptyState
          title="No zones to mix for"
          text="Start a job and give it a panel with its area. Then the cup can be worked out."
        />
      </Page>
    );
  const kept =
    draft &&
    (!asked || isSameCup(draft, asked, zoneIds ?? [])) &&
    draft.jobId === open.job.id &&
    draft.zoneIds.every((z) => open.job.zones.some((x) => x.id === z)) &&
    all.some((p) => p.id === draft.productId);
  const start = kept
    ? draft
    : {
        ...newDraft(open, zoneIds ?? [], statuses, { all, method: settings?.method ?? DEFAULT_METHOD, nowMs: now }),
        ...(settings && { by: settings.pourBy }),
        ...sessionCup(productId === undefined ? undefined : lookup(productId), open, coats, ml),
      };
  return <Cup key={open.job.id} jobs={withZones} open={open} start={start} save={save} />;
}

/** Whether the address asks for the very cup that is half poured, or mixed: it is gone on with. */
const isSameCup = (d: MixDraft, { job }: OpenJob, zoneIds: readonly string[]): boolean =>
  (d.batchId !== undefined || (d.inG?.length ?? 0) > 0) &&
  d.jobId === job.id &&
  (zoneIds.length === 0 || zoneIds.join() === d.zoneIds.join());

/** What a session asks of a cup. */
function sessionCup(product: Product | undefined, open: OpenJob, coats: number | undefined, ml: number | undefined) {
  if (!product) return {};
  return {
    ...draftForProduct(product, open.job.level),
    ...(coats !== undefined && coats >= 1 && coats <= 12 && { coats: Math.round(coats) }),
    ...(ml !== undefined && ml > 0 && ml < 20_000 && { readyMl: ml }),
  };
}

/** What belongs to the cup and has a page of its own. */
const MIX_PAGES = [
  { page: '/session', label: 'The next hours' },
  { page: '/shelf', label: 'Shelf' },
  { page: '/batches', label: 'Batches' },
  { page: '/cost', label: 'Cost' },
] as const;

interface CupProps {
  jobs: OpenJob[];
  open: OpenJob;
  start: MixDraft;
  save(d: MixDraft | null): void;
}

function Cup({ jobs, open: first, start, save }: CupProps) {
  const { units, currency } = useAppTheme();
  const { all, lookup } = useLibrary();
  const router = useRouter();
  const advice = useAdvice();
  const now = useNow();
  const { saveSettings } = useShopActions();
  const [d, setD] = useState(start);
  const [picking, setPicking] = useState(start.zoneIds.length === 0);
  const [products, setProducts] = useState(false);
  const [sprayed, setSprayed] = useState(false);
  const [pouring, setPouring] = useState(false);
  const [trouble, setTrouble] = useState<Message>();
  const open = jobs.find((j) => j.job.id === d.jobId) ?? first;
  const statuses = useStatuses(open, now);
  // A cup may be of a product that somebody has deleted since.
  const product = lookup(d.productId) ?? usualInCup(all);
  const film = d.film || formatForInput(product.film.nominalUm, { quantity: 'film' }, units);
  const set = (patch: Partial<MixDraft>) => {
    const next = { ...d, ...patch };
    setD(next);
    save(next);
  };
  const zones = open.job.zones.filter((z) => d.zoneIds.includes(z.id));
  const areaCm2 = zones.reduce((s, z) => s + z.areaCm2, 0);
  const shelf = useShelf()?.shelf;
  const shelfCommand = useShelfCommand();
  const air = useConditions(open, now)?.();
  const tempC = air?.tempC;
  // What the shop's own cups and film readings say of how much lands.
  const landing = useMemo(
    () => shelf && learnTransfer(jobs.flatMap((j) => transferSeen(j.job, j.state, shelf, lookup))),
    [shelf, jobs, lookup],
  );
  const learned = landing?.(d.application, product.id);
  const transfer = learned && learned.ofGun > 0 ? learned : undefined;
  const figures = {
    ...(tempC !== undefined && { tempC }),
    ...(transfer && { transfer }),
  };
  const whole = useMemo(
    () => planCup(product, areaCm2, film, d, units, figures),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- by what the figures are, not by their object
    [product, areaCm2, film, d, units, tempC, transfer?.share],
  );
  const cups = useMemo(
    () => (whole.ok && d.readyMl === undefined ? cupsFor(product, zones, d, whole.value, tempC ?? 20) : undefined),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- zones follow from the draft
    [whole, d, product, tempC],
  );
  const several = cups && cups.cups.length > 1 ? cups : undefined;
  // What keeps may be mixed in one go, and filled up from; what goes off is mixed cup by cup.
  const at = d.cup ?? (product.potLifeMin === undefined ? 'all' : 0);
  const cup = several && at !== 'all' ? (several.cups[at] ?? several.cups[0]) : undefined;
  const readyMl = d.readyMl ?? cup?.mixMl;
  const plan = useMemo(
    () => (readyMl === undefined ? whole : planCup(product, areaCm2, film, d, units, { ...figures, readyMl })),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- as above
    [whole, readyMl],
  );
  const coatsHere = cup ? new Set(cup.pieces.map((p) => p.coat)).size : d.coats;
  const bad = Object.fromEntries(plan.ok ? [] : plan.error.map((p) => [p.path, p.message]));
  const pot = air && potLifeMinutes(product, air.tempC, plan.ok ? plan.value.readyMl : 0);
  const thinner = readNumber(d.thinner, { percent: true }, units, true);
  const others = all.filter(mixable);

  const batch = d.batchId === undefined ? undefined : shelf?.batches.get(d.batchId);
  const sources = plan.ok ? sourcesOf(product, plan.value.lines, all) : [];
  if (pouring && plan.ok && shelf)
    return (
      <PourScreen
        product={product}
        plan={plan.value}
        sources={sources}
        shelf={shelf}
        now={now}
        begun={d.inG ?? []}
        chosen={d.tins ?? []}
        onChosen={(line, tin) => {
          const tins = [...(d.tins ?? [])];
          tins[line] = tin;
          set({ tins });
        }}
        onPoured={(inG) => set({ inG, inCup: undefined })}
        onDone={(poured) => {
          const batchId = `cup-${newId(nowMs()).slice(0, 13)}`;
          shelfCommand.mutate(
            {
              log: [
                {
                  kind: 'mixed',
                  batchId,
                  no: nextBatchNo(shelf),
                  productId: product.id,
                  pours: poursOf(sources, poured, shelf, lookup, nowMs(), d.tins),
                  ...(tempC !== undefined && { tempC: Math.round(tempC * 10) / 10 }),
                  ...colourOf(open, product, zones[0]?.id),
                },
              ],
            },
            {
              onSuccess: ({ remarks }) => {
                set({ batchId, inG: poured.map((p) => p.massG) });
                setPouring(false);
                setTrouble(remarks[0]);
              },
              onError: (e) => {
                setPouring(false);
                setTrouble(errorText(e));
              },
            },
          );
        }}
        back={() => setPouring(false)}
      />
    );
  if (sprayed && plan.ok)
    return (
      <Sprayed
        open={open}
        zones={zones}
        product={product}
        plan={plan.value}
        filmUm={plan.value.filmUm}
        coats={coatsHere}
        thinnerFraction={plan.value.thinnerFraction}
        application={d.application}
        shelf={shelf}
        sources={sources}
        batchId={batch?.id}
        inG={batch ? d.inG : undefined}
        tins={d.tins}
        tempC={tempC}
        back={() => setSprayed(false)}
        done={(panelId, inCup) => {
          // What stays in the cup is for the next coat.
          save(inCup && batch ? d : null);
          router.replace(pageHref('/panel/[jobId]/[panelId]', { jobId: open.job.id, panelId, zone: zones[0]?.id }));
        }}
      />
    );
  return (
    <Page
      testID="mix"
      foot={
        picking && zones.length > 0 ? (
          <ActionButton
            label={`Mix for ${formatQuantity('area', areaCm2, units)}`}
            strong
            grow
            onPress={() => setPicking(false)}
            testID="zones-done"
          />
        ) : plan.ok ? (
          <>
            {!batch && shelf && (
              <ActionButton label="Pour" strong grow onPress={() => setPouring(true)} testID="pour-cup" />
            )}
            <ActionButton
              label={d.application === 'spreader' ? 'Spread' : 'Sprayed'}
              strong={batch !== undefined}
              grow={batch !== undefined}
              onPress={() => setSprayed(true)}
              testID="sprayed"
            />
          </>
        ) : undefined
      }
    >
      <PageHead
        over={
          zones.length > 0
            ? `${open.job.name}: ${zones.length === 1 ? '1 zone' : `${zones.length} zones`}, ${formatQuantity('area', areaCm2, units)}`
            : open.job.name
        }
        answer={
          picking
            ? 'Mix for which zones?'
            : plan.ok
              ? batch
                ? `Batch ${batch.no} is mixed`
                : `Mix ${formatQuantity('volume', plan.value.readyMl, units, units === 'metric' ? 0 : 1)}`
              : 'Check the figures below'
        }
        under={`${product.name}, ${ratioText(product, thinner.ok ? (thinner.value ?? 0) : 0, tempC)}`}
      />
      {!batch && (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(5) }}>
          {MIX_PAGES.map(({ page, label }) => (
            <TextButton key={page} label={label} onPress={() => router.navigate(pageHref(page))} />
          ))}
        </View>
      )}
      <ZoneSum
        jobs={jobs}
        open={open}
        statuses={statuses}
        now={now}
        zoneIds={d.zoneIds}
        picking={picking}
        onPicking={setPicking}
        onJob={(jobId) => set({ jobId, zoneIds: [], inCup: undefined, inG: undefined, readyMl: undefined })}
        onZones={(zoneIds) => set({ zoneIds })}
        problem={picking ? undefined : bad.areaCm2}
      />
      {plan.ok && !picking && (
        <CupVerdict
          open={open}
          work={{
            zones,
            product,
            filmUm: plan.value.filmUm,
            coats: d.coats,
            thinnerFraction: plan.value.thinnerFraction,
            application: d.application,
          }}
          now={now}
          onZones={(zoneIds) => set({ zoneIds })}
        />
      )}
      {trouble !== undefined && <Notice tone="window">{trouble}</Notice>}
      {batch && shelf && !picking && (
        <CupInHand
          batch={batch}
          shelf={shelf}
          now={now}
          tempC={tempC ?? 20}
          onNew={() => set({ batchId: undefined, inG: undefined, readyMl: undefined })}
        />
      )}
      {several && !picking && !batch && (
        <Cups
          plan={several}
          at={at}
          zoneNames={new Map(zones.map((z) => [z.id, zoneLabel(open.job, z.id)]))}
          now={now}
          onPick={(next) => set({ cup: next, inCup: undefined, inG: undefined })}
        />
      )}
      {plan.ok && !picking && !batch && (
        <Section title="Pour" aside={d.by === 'weight' ? 'on one scale, tared' : 'in a straight cup'}>
          <PourLines
            product={product}
            plan={plan.value}
            by={d.by}
            inCup={d.inCup}
            onCup={(inCup, left) =>
              set({ inCup, ...(left !== undefined && { thinner: formatForInput(left, { percent: true }, units) }) })
            }
          />
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
            <Fact figure={formatQuantity('volume', plan.value.perCoatMl, units)} text="for each coat" />
            <Fact
              figure={`${formatQuantity('volume', plan.value.lowMl, units).split('\u00a0')[0]}–${formatQuantity('volume', plan.value.highMl, units)}`}
              text="may be needed, two times in three"
            />
            <Fact figure={money(plan.value.cost, currency)} text="material in the cup" />
            <Fact figure={formatQuantity('solvent', plan.value.vocGL, units)} text="VOC of the mix" />
          </View>
          {d.inCup && (
            <View style={{ paddingBottom: gap(2) }}>
              <T kind="small" tone="window">
                {plan.value.grown > 1.001
                  ? `Scaled up ${Math.round((plan.value.grown - 1) * 100)} % after the over-pour.`
                  : 'What went over fits into this batch.'}
              </T>
              <TextButton label="Begin with an empty cup" onPress={() => set({ inCup: undefined })} />
            </View>
          )}
          <T kind="small" tone="muted">
            {`${pot !== undefined && plan.value.readyMl > LARGE_ML ? 'A cup this large goes off sooner: its own heat hurries it. ' : ''}Counted with ${Math.round(plan.value.transferEfficiency * 100)} % of the paint landing on the work${transfer ? ', as your own film readings say' : ''}. Figures are ${product.basis === 'sheet' ? 'from your data sheet' : 'generic'}; the tin decides.`}
          </T>
        </Section>
      )}
      {!picking && (
        <Section title="What and how">
          <View style={{ gap: gap(1) }}>
            <ChoiceGroup
              label="Product"
              options={(products ? others : [product]).map((p) => ({ value: p.id, label: p.name }))}
              value={d.productId}
              onChange={(id) => {
                setProducts(false);
                const chosen = lookup(id);
                if (chosen && id !== d.productId)
                  set({
                    ...draftForProduct(chosen, open.job.level),
                    inCup: undefined,
                    inG: undefined,
                    tins: undefined,
                    readyMl: undefined,
                    cup: undefined,
                  });
              }}
            />
            {!products && <TextButton label="Another product" onPress={() => setProducts(true)} />}
          </View>
          <ChoiceGroup
            label="Coats"
            options={['1', '2', '3', '4'].map((v) => ({ value: v, label: v }))}
            value={String(d.coats)}
            onChange={(v) => set({ coats: Number(v) })}
          />
          <Fields>
            <Measure
              label="Dry film of one coat"
              quantity="film"
              value={film}
              onChange={(t) => set({ film: t || ' ' })}
              problem={bad.filmUm}
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
          <ChoiceGroup<Application>
            label="Put on with"
            options={APPLICATION_KINDS.filter((a) => (a === 'spreader') === isFiller(product.family)).map((a) => ({
              value: a,
              label: APPLICATIONS[a].name,
            }))}
            value={d.application}
            onChange={(application) => set({ application })}
          />
          {d.application !== 'brush' && d.application !== 'spreader' && (
            <ChoiceGroup label="Work" options={SHAPES} value={d.shape} onChange={(shape) => set({ shape })} />
          )}
          <ChoiceGroup
            label="Pour by"
            options={POUR_BY}
            value={d.by}
            onChange={(by) => {
              set({ by });
              // So the shop pours from now on.
              void saveSettings({ pourBy: by }).catch(() => undefined);
            }}
          />
          {bad.product && <Notice tone="stop">{bad.product}</Notice>}
        </Section>
      )}
      {!picking &&
        advice?.cautionsFor('coated', product, false).map((c) => (
          <Notice key={c.id} tone="window">
            {c.text}
          </Notice>
        ))}
    </Page>
  );
}

/** Coats of a cup's zones, in cups that none outlives its pot life; undefined where there is no such way. */
function cupsFor(
  product: Product,
  zones: readonly Zone[],
  d: MixDraft,
  plan: { filmUm: number; thinnerFraction: number },
  tempC: number,
): CupPlan | undefined {
  const reserve = readNumber(d.reserve, { percent: true }, 'metric', true);
  const [session] = planSession(
    zones.map((z) => ({
      id: z.id,
      product,
      areaCm2: z.areaCm2,
      coats: d.coats,
      filmUm: plan.filmUm,
      thinnerFraction: plan.thinnerFraction,
      application: d.application,
      shape: d.shape,
    })),
    tempC,
    reserve.ok ? (reserve.value ?? 0) : 0,
  );
  return session?.cups.ok ? session.cups.value : undefined;
}

/** The colour that a batch for a zone is of, by its name. */
function colourOf(open: OpenJob, product: Product, zoneId: string | undefined): { colour?: string } {
  const { colour } = finishOf(open.job, zoneId);
  return FAMILIES[product.family].coloured && colour ? { colour: colour.name } : {};
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
