import { useMemo, useState } from 'react';
import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { DEFAULT_METHOD, errorText, zoneLabel, formatQuantity, type Product, type Message } from '@/core';
import { ratioText } from '@/core/mix/ratio';
import { batchNumber, sourcesOf } from '@/core/stock';
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
  useStatuses,
  type OpenJob,
} from '@/data';
import { useShelf, useShelfCommand } from '@/data/shelf';
import { useAppTheme } from '@/ui/appTheme';
import { readNumber, formatForInput } from '@/ui/numbers';
import { ActionButton } from '@/ui/ActionButton';
import { useNotify } from '@/ui/notifications';
import { EmptyPage } from '@/ui/EmptyState';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { TextButton } from '@/ui/TextButton';
import { useAfterPaint } from '@/ui/paint';
import { gap } from '@/ui/theme';
import { pageHref } from '@/ui/pages';
import { CupVerdict } from './CupVerdict';
import { draftForProduct, EMPTY_CUP, mixedEntry, newDraft, usualInCup, type MixDraft } from './cup';
import { CupInHand } from './CupInHand';
import { Cups } from './Cups';
import { Pour } from './Pour';
import { PourSection } from './PourSection';
import { MixForm } from './MixForm';
import { useCupPlan } from './useCupPlan';
import { Sprayed } from './Sprayed';
import { useMixDraft } from './useMixDraft';
import { ZoneSum } from './ZoneSum';

interface MixScreenProps {
  jobId?: string | undefined;
  zoneIds?: string[] | undefined;
  /** A cup of a session: of what, how many coats, and how much, mL. */
  productId?: string | undefined;
  coats?: number | undefined;
  ml?: number | undefined;
  /** Thinner, as a fraction of what the product counts it on. */
  thinner?: number | undefined;
  /** It is poured at once. */
  pour?: boolean;
}

/** How much to mix for some zones, how to pour it, and the coat logged with that cup when it is sprayed. */
export function MixScreen({ jobId, zoneIds, productId, coats, ml, thinner, pour = false }: MixScreenProps) {
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
      <EmptyPage
        title="No zones to mix for"
        text="Start a job and give it a panel with its area. Then the cup can be worked out."
      />
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
        ...sessionCup(productId === undefined ? undefined : lookup(productId), open, { coats, ml, thinner }),
      };
  return <Cup key={open.job.id} jobs={withZones} open={open} start={start} save={save} pour={pour} />;
}

/** Whether the address asks for the very cup that is half poured, or mixed: it is gone on with. */
const isSameCup = (d: MixDraft, { job }: OpenJob, zoneIds: readonly string[]): boolean =>
  (d.batchId !== undefined || (d.pouredG?.length ?? 0) > 0) &&
  d.jobId === job.id &&
  (zoneIds.length === 0 || zoneIds.join() === d.zoneIds.join());

/** What a session asks of a cup. */
function sessionCup(
  product: Product | undefined,
  open: OpenJob,
  { coats, ml, thinner }: Pick<MixScreenProps, 'coats' | 'ml' | 'thinner'>,
) {
  if (!product) return {};
  return {
    ...draftForProduct(product, open.job.level),
    ...(coats !== undefined && coats >= 1 && coats <= 12 && { coats: Math.round(coats) }),
    ...(ml !== undefined && ml > 0 && ml < 20_000 && { readyMl: ml }),
    ...(thinner !== undefined &&
      thinner > 0 &&
      thinner <= 1 && { thinner: formatForInput(thinner, { percent: true }, 'metric') }),
  };
}

/** What belongs to the cup and has a page of its own. */
const MIX_PAGES = [
  { page: '/session', label: 'Evening' },
  { page: '/shelf', label: 'Shelf' },
  { page: '/batches', label: 'Batches' },
  { page: '/colour', label: 'Colour' },
] as const;

interface CupProps {
  jobs: OpenJob[];
  open: OpenJob;
  start: MixDraft;
  save(d: MixDraft | null): void;
  pour: boolean;
}

function Cup({ jobs, open: first, start, save, pour }: CupProps) {
  const { units } = useAppTheme();
  const { all, lookup } = useLibrary();
  const router = useRouter();
  const advice = useAdvice();
  const now = useNow();
  const [draft, setDraft] = useState(start);
  const [picking, setPicking] = useState(start.zoneIds.length === 0);
  const [sprayed, setSprayed] = useState(false);
  const [pouring, setPouring] = useState(pour && start.zoneIds.length > 0 && start.batchId === undefined);
  const [trouble, setTrouble] = useState<Message>();
  const open = jobs.find((j) => j.job.id === draft.jobId) ?? first;
  const statuses = useStatuses(open, now);
  // A cup may be of a product that somebody has deleted since.
  const product = lookup(draft.productId) ?? usualInCup(all);
  const film = draft.film || formatForInput(product.film.nominalUm, { quantity: 'film' }, units);
  const set = (patch: Partial<MixDraft>) => {
    const next = { ...draft, ...patch };
    setDraft(next);
    save(next);
  };
  const zones = useMemo(() => open.job.zones.filter((z) => draft.zoneIds.includes(z.id)), [open.job, draft.zoneIds]);
  const areaCm2 = zones.reduce((s, z) => s + z.areaCm2, 0);
  const shelf = useShelf()?.shelf;
  const shelfCommand = useShelfCommand();
  const notify = useNotify();
  const tempC = useConditions(open, now)?.().tempC;
  // While zones are picked the floor answers the tap, and the cup is worked out behind it.
  const settled = useAfterPaint(zones);
  const {
    plan,
    cups: several,
    at,
    cup,
    transfer,
  } = useCupPlan({
    zones: picking ? settled : zones,
    product,
    film,
    draft: draft,
    tempC,
  });
  const coatsHere = cup ? new Set(cup.pieces.map((p) => p.coat)).size : draft.coats;
  const bad = Object.fromEntries(plan.ok ? [] : plan.error.map((p) => [p.path, p.message]));
  const thinner = readNumber(draft.thinner, { percent: true }, units, true);

  const batch = draft.batchId === undefined ? undefined : shelf?.batches.get(draft.batchId);
  const sources = plan.ok ? sourcesOf(product, plan.value.lines, all) : [];
  if (pouring && plan.ok && shelf)
    return (
      <Pour
        product={product}
        plan={plan.value}
        sources={sources}
        shelf={shelf}
        now={now}
        begun={draft.pouredG ?? []}
        chosen={draft.tins ?? []}
        onChosen={(line, tin) => {
          const tins = [...(draft.tins ?? [])];
          tins[line] = tin;
          set({ tins });
        }}
        onPoured={(inG) => set({ pouredG: inG, overpouredG: undefined })}
        note={stirNote(draft.stirredWith === undefined ? undefined : lookup(draft.stirredWith))}
        onDone={(poured) => {
          const batchId = `cup-${newId(nowMs()).slice(0, 13)}`;
          shelfCommand.mutate(
            {
              log: [
                mixedEntry(
                  open.job,
                  { zones, product, tempC, stirredWith: draft.stirredWith, tins: draft.tins },
                  batchId,
                  poured,
                  { shelf, sources, lookup, nowMs: nowMs() },
                ),
              ],
            },
            {
              onSuccess: ({ remarks, undo }) => {
                notify({ text: 'The cup is mixed, and off the shelf.', undo });
                set({ batchId, pouredG: poured.map((p) => p.massG) });
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
        application={draft.application}
        shelf={shelf}
        sources={sources}
        batchId={batch?.id}
        inG={batch ? draft.pouredG : undefined}
        tins={draft.tins}
        stirredWith={draft.stirredWith}
        tempC={tempC}
        back={() => setSprayed(false)}
        done={(panelId, inCup) => {
          // What stays in the cup is for the next coat.
          save(inCup && batch ? draft : null);
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
              label={draft.application === 'spreader' ? 'Spread' : 'Sprayed'}
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
        eyebrow={
          zones.length > 0
            ? `${open.job.name}: ${zones.length === 1 ? '1 zone' : `${zones.length} zones`}, ${formatQuantity('area', areaCm2, units)}`
            : open.job.name
        }
        title={
          picking
            ? 'Mix for which zones?'
            : plan.ok
              ? batch
                ? `Batch ${shelf ? batchNumber(shelf, batch.id) : batch.no} is mixed`
                : `Mix ${formatQuantity('volume', plan.value.readyMl, units, units === 'metric' ? 0 : 1)}`
              : 'Check the figures below'
        }
        subtitle={`${product.name}, ${ratioText(product, thinner.ok ? (thinner.value ?? 0) : 0, tempC)}`}
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
        zoneIds={draft.zoneIds}
        picking={picking}
        onPicking={setPicking}
        onJob={(jobId) => set({ ...EMPTY_CUP, jobId, zoneIds: [] })}
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
            coats: draft.coats,
            thinnerFraction: plan.value.thinnerFraction,
            application: draft.application,
          }}
          now={now}
          onZones={(zoneIds) => set({ zoneIds })}
        />
      )}
      {trouble !== undefined && <Notice tone="window">{trouble}</Notice>}
      {batch && shelf && !picking && (
        <CupInHand batch={batch} shelf={shelf} now={now} tempC={tempC ?? 20} onNew={() => set(EMPTY_CUP)} />
      )}
      {several && !picking && !batch && (
        <Cups
          plan={several}
          at={at}
          zoneNames={new Map(zones.map((z) => [z.id, zoneLabel(open.job, z.id)]))}
          now={now}
          onPick={(next) => set({ cup: next, overpouredG: undefined, pouredG: undefined })}
        />
      )}
      {plan.ok && !picking && !batch && (
        <PourSection
          product={product}
          plan={plan.value}
          draft={draft}
          set={set}
          now={now}
          tempC={tempC}
          isLearned={transfer !== undefined}
        />
      )}
      {!picking && <MixForm product={product} film={film} draft={draft} set={set} level={open.job.level} bad={bad} />}
      {!picking &&
        advice?.cautionsFor('coated', product, false).map((c) => (
          <Notice key={c.id} tone="window">
            {c.text}
          </Notice>
        ))}
    </Page>
  );
}

/** What is said of the first line where two fillers are one. */
const stirNote = (other: Product | undefined): string | undefined =>
  other && `Half of it is ${other.name.toLowerCase()}: weigh both, and stir them into one before the hardener goes in.`;
