import { lazy, Suspense, useState } from 'react';
import { Image, View } from 'react-native';
import { DEFECT_NAMES, effectiveEvents, FAULT_NAMES, zonesOf, type Panel } from '@/core';
import { PHOTO_SIDES, type Photo, type PhotoSide } from '@/core/log/photos';
import { openFaults } from '@/core/strata/types';
import { pickFile, useJobs, useLibrary, useNow, useRoomLeft, type OpenJob } from '@/data';
import { usePhotos, usePicture, type PhotoAbout, type PhotoPatch } from '@/data/photos';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { useConfirm } from '@/ui/ConfirmDialog';
import { Disclosure } from '@/ui/Disclosure';
import { EmptyPage } from '@/ui/EmptyState';
import { Field } from '@/ui/Field';
import { dayMonth, shortWhen } from '@/ui/format';
import { Grow, Row, Stack } from '@/ui/layout';
import { Notice, Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { PickFrom } from '@/ui/PickFrom';
import { Section } from '@/ui/Section';
import { TwoColumns } from '@/ui/SplitView';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { eventLine } from '@/ui/words';

const Compare = lazy(() => import('./Compare'));

/** Of the entries of a panel the newest, so many, can be told as what a photo is of. */
const MOST_ENTRIES = 12;
const ALL = 'all';

/** Photos of a job's panels: taken at the moment it matters, and found again where they belong. */
export function PhotosScreen({
  jobId,
  panelId,
  about = {},
}: {
  jobId: string | undefined;
  panelId: string | undefined;
  about?: Partial<PhotoAbout>;
}) {
  const { jobs, loading } = useJobs();
  const open = jobs.find((j) => j.job.id === jobId) ?? jobs.find((j) => j.job.panels.length > 0);
  if (loading) return <Page>{null}</Page>;
  const panels = open?.job.panels.filter((p) => !p.card) ?? [];
  if (!open || panels.length === 0)
    return <EmptyPage title="Nothing to photograph yet" text="Give a job its panels first: a photo belongs to one." />;
  return <Photos key={open.job.id} open={open} panels={panels} panelId={panelId} about={about} />;
}

function Photos({
  open,
  panels,
  panelId,
  about,
}: {
  open: OpenJob;
  panels: readonly Panel[];
  panelId: string | undefined;
  about: Partial<PhotoAbout>;
}) {
  const notify = useNotify();
  const now = useNow();
  const room = useRoomLeft();
  const { add } = usePhotos(open.job.id);
  const [shown, setShown] = useState(panels.some((p) => p.id === panelId) ? (panelId ?? ALL) : ALL);
  const [side, setSide] = useState<PhotoSide>();
  const [opened, setOpened] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const panel = panels.find((p) => p.id === shown) ?? (panels.length === 1 ? panels[0] : undefined);
  const all = (open.job.photos ?? []).filter((p) => !panel || p.panelId === panel.id);
  const newest = [...all].sort((a, b) => b.takenMs - a.takenMs);
  const pairs = panels.flatMap((p) => pairOf(all, p));
  const megabytes = all.reduce((s, p) => s + p.bytes, 0) / 1e6;
  const take = async () => {
    if (!panel) return;
    const file = await pickFile('image/*');
    if (!file) return;
    setBusy(true);
    await add(file, { ...about, panelId: panel.id, ...(side && { side }) }).then(
      (photo) => {
        setProblem(undefined);
        setOpened(photo.id);
        notify({ text: 'Kept.' });
      },
      (e: Error) => setProblem(e.message),
    );
    setBusy(false);
  };
  return (
    <Page
      testID="photos"
      wide
      foot={
        panel && (
          <ActionButton
            label="Take a photo"
            strong
            grow
            disabled={busy}
            onPress={() => void take()}
            testID="take-photo"
          />
        )
      }
    >
      <PageHead
        eyebrow={`${open.job.name}${panel ? `, ${panel.name}` : ''}`}
        title={all.length === 0 ? 'No photo yet' : `${all.length} ${all.length === 1 ? 'photo' : 'photos'}`}
        subtitle={
          all.length === 0
            ? 'What is photographed is made small, and what tells where and by which phone it was taken is left out.'
            : `${megabytes < 0.1 ? 'Under 0.1' : megabytes.toFixed(1)}\u00a0MB; they go with the job\u2019s file.${room?.free === undefined ? '' : ` About ${room.free >= 1e9 ? `${(room.free / 1e9).toFixed(1)}\u00a0GB` : `${Math.round(room.free / 1e6)}\u00a0MB`} are left in this browser.`}`
        }
      />
      <Problem says={problem} />
      <PickFrom
        label="Of which panel"
        value={panel?.id ?? ALL}
        onChange={setShown}
        options={[{ value: ALL, label: 'All of them' }, ...panels.map((p) => ({ value: p.id, label: p.name }))]}
      />
      {panel ? (
        <ChoiceGroup
          label="The next one is taken"
          value={side ?? 'none'}
          onChange={(v) => setSide(v === 'none' ? undefined : v)}
          options={[
            { value: 'none', label: 'In between' },
            { value: 'before', label: `${PHOTO_SIDES.before} the work` },
            { value: 'after', label: `${PHOTO_SIDES.after} it` },
          ]}
        />
      ) : (
        <Stack top={2}>
          <Text kind="small" tone="muted">
            Pick the panel to take one of it.
          </Text>
        </Stack>
      )}
      <TwoColumns
        left={pairs.map(({ of, before, after }) => (
          <Section key={of.id} title={`${of.name}, before and after`}>
            <Stack top={2}>
              <Suspense fallback={null}>
                <Compare before={before} after={after} name={of.name} />
              </Suspense>
            </Stack>
          </Section>
        ))}
        right={
          newest.length > 0 && (
            <Section title="All, the newest first" aside={String(newest.length)}>
              {newest.map((p) => (
                <Disclosure
                  key={p.id}
                  testID="photo"
                  open={opened === p.id}
                  onToggle={() => setOpened(opened === p.id ? undefined : p.id)}
                  head={
                    <Row>
                      <Thumb photo={p} />
                      <Grow>
                        <Text kind="strong">{p.says ?? wordsOf(open, p)}</Text>
                        <Text kind="small" tone="muted">
                          {[
                            panels.find((x) => x.id === p.panelId)?.name,
                            p.side && PHOTO_SIDES[p.side],
                            shortWhen(p.takenMs, now),
                          ]
                            .filter(Boolean)
                            .join(', ')}
                        </Text>
                      </Grow>
                    </Row>
                  }
                >
                  <OnePhoto key={p.id} open={open} photo={p} onGone={() => setOpened(undefined)} />
                </Disclosure>
              ))}
            </Section>
          )
        }
      />
    </Page>
  );
}

/** The first photo before the work and the last after it. */
function pairOf(all: readonly Photo[], of: Panel): { of: Panel; before: Photo; after: Photo }[] {
  const own = all.filter((p) => p.panelId === of.id).sort((a, b) => a.takenMs - b.takenMs);
  const before = own.find((p) => p.side === 'before');
  const after = own.filter((p) => p.side === 'after').pop();
  return before && after ? [{ of, before, after }] : [];
}

/** What a photo is of, where nobody said it in words. */
function wordsOf({ job, state }: OpenJob, p: Photo): string {
  if (p.bagId !== undefined) return `Where it sat: ${job.bags?.find((b) => b.id === p.bagId)?.name ?? 'a bag'}`;
  if (p.faultId !== undefined) {
    for (const z of zonesOf(job, p.panelId)) {
      const s = state.zones.get(z.id)?.strata;
      const fault = s?.faults.find((f) => f.id === p.faultId);
      if (fault?.mark) return FAULT_NAMES[fault.mark.fault];
      const defect = s?.defects?.find((d) => d.id === p.faultId);
      if (defect) return DEFECT_NAMES[defect.kind];
    }
  }
  return p.at ? 'A place on it' : `Photo of ${dayMonth(p.takenMs)}`;
}

/** Side of a small picture in a list, px. */
const THUMB = 64;
function Thumb({ photo }: { photo: Photo }) {
  const uri = usePicture(photo.id);
  const { palette } = useAppTheme();
  return (
    <View style={{ width: THUMB, height: THUMB, backgroundColor: palette.line }}>
      {typeof uri === 'string' && (
        <Image source={{ uri }} style={{ width: THUMB, height: THUMB }} resizeMode="cover" alt="" />
      )}
    </View>
  );
}

function OnePhoto({ open, photo, onGone }: { open: OpenJob; photo: Photo; onGone(): void }) {
  const uri = usePicture(photo.id);
  const { lookup } = useLibrary();
  const { units } = useAppTheme();
  const { change, remove } = usePhotos(open.job.id);
  const [ask, dialog] = useConfirm();
  const [says, setSays] = useState(photo.says ?? '');
  const [problem, setProblem] = useState<string>();
  const put = (patch: PhotoPatch) =>
    void change(photo.id, patch).then(
      () => setProblem(undefined),
      (e: Error) => setProblem(e.message),
    );
  const zones = zonesOf(open.job, photo.panelId);
  const ids = new Set(zones.map((z) => z.id));
  const faults = zones.flatMap((z) => {
    const s = open.state.zones.get(z.id)?.strata;
    return [
      ...(s ? openFaults(s) : []).map((f) => ({ value: `fault/${f.id}`, label: FAULT_NAMES[f.mark.fault] })),
      ...(s?.defects ?? [])
        .filter((d) => d.doneMs === undefined)
        .map((d) => ({ value: `fault/${d.id}`, label: DEFECT_NAMES[d.kind] })),
    ];
  });
  const bags = (open.job.bags ?? [])
    .filter((b) => b.panelId === photo.panelId)
    .map((b) => ({ value: `bag/${b.id}`, label: b.name }));
  const entries = effectiveEvents(open.state)
    .filter((e) => e.zoneIds.some((z) => ids.has(z)))
    .slice(-MOST_ENTRIES)
    .reverse()
    .map((e) => ({ value: `entry/${e.id}`, label: `${dayMonth(e.atMs)}: ${eventLine(e, lookup, units)}` }));
  const of = photo.faultId
    ? `fault/${photo.faultId}`
    : photo.bagId
      ? `bag/${photo.bagId}`
      : photo.eventId
        ? `entry/${photo.eventId}`
        : 'panel';
  const setOf = (v: string) => {
    const [kind, id = ''] = [v.slice(0, v.indexOf('/')), v.slice(v.indexOf('/') + 1)];
    put({
      faultId: kind === 'fault' ? id : undefined,
      bagId: kind === 'bag' ? id : undefined,
      eventId: kind === 'entry' ? id : undefined,
    });
  };
  return (
    <Stack bottom={3} between={2}>
      {uri === null ? (
        <Notice tone="window">Its picture is on another phone: take in a file of the job from there.</Notice>
      ) : (
        uri !== undefined && (
          <Image
            source={{ uri }}
            alt={photo.says ?? wordsOf(open, photo)}
            style={{ width: '100%', aspectRatio: photo.widthPx / photo.heightPx, maxHeight: 560 }}
            resizeMode="contain"
          />
        )
      )}
      <Problem says={problem} />
      <Field
        label="What it shows"
        value={says}
        onChange={setSays}
        onLeave={() => {
          const said = says.trim().slice(0, 200);
          if (said !== (photo.says ?? '')) put({ says: said === '' ? undefined : said });
        }}
      />
      <PickFrom
        label="It is of"
        value={of}
        onChange={setOf}
        options={[{ value: 'panel', label: 'The panel' }, ...faults, ...bags, ...entries]}
      />
      <ChoiceGroup
        label="Taken"
        value={photo.side ?? 'none'}
        onChange={(v) => put({ side: v === 'none' ? undefined : v })}
        options={[
          { value: 'none', label: 'In between' },
          { value: 'before', label: `${PHOTO_SIDES.before} the work` },
          { value: 'after', label: `${PHOTO_SIDES.after} it` },
        ]}
      />
      <Row>
        <TextButton
          label="Delete it for good"
          tone="stop"
          onPress={() =>
            ask({
              title: 'Delete this photo for good?',
              text: 'Its picture cannot be brought back, here or from another phone that hears of it.',
              act: 'Delete it',
              onConfirm: () => void remove(photo.id).then(onGone, (e: Error) => setProblem(e.message)),
            })
          }
        />
      </Row>
      {dialog}
    </Stack>
  );
}
