import { lazy, Suspense, useState } from 'react';
import type { Panel } from '@/core';
import { beforeAndAfter, PHOTO_SIDES, type PhotoSide } from '@/core/log/photos';
import { useJobs, useNow, useRoomLeft, type OpenJob } from '@/data';
import { useTakePhoto, type PhotoAbout } from '@/data/photos';
import { ActionButton } from '@/ui/ActionButton';
import { Disclosure } from '@/ui/Disclosure';
import { EmptyPage } from '@/ui/EmptyState';
import { shortWhen } from '@/ui/format';
import { Grow, Row, Stack } from '@/ui/layout';
import { Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { PickFrom } from '@/ui/PickFrom';
import { Section } from '@/ui/Section';
import { sizeText } from '@/ui/sizeText';
import { TwoColumns } from '@/ui/SplitView';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { OnePhoto, Thumb, wordsOf } from './OnePhoto';
import { SideChoice } from './SideChoice';

const Compare = lazy(() => import('./Compare'));

const ALL = 'all';
/** So many are read and shown at once: two hundred pictures are more than a phone holds. */
const AT_ONCE = 30;

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
  const { take, busy, problem } = useTakePhoto(open.job.id);
  const [most, setMost] = useState(AT_ONCE);
  const [shown, setShown] = useState(panels.some((p) => p.id === panelId) ? (panelId ?? ALL) : ALL);
  const [side, setSide] = useState<PhotoSide>();
  const [opened, setOpened] = useState<string>();
  const panel = panels.find((p) => p.id === shown) ?? (panels.length === 1 ? panels[0] : undefined);
  const all = (open.job.photos ?? []).filter((p) => !panel || p.panelId === panel.id);
  const newest = [...all].sort((a, b) => b.takenMs - a.takenMs);
  const pairs = panels.flatMap((of) => {
    const pair = beforeAndAfter(all, of.id);
    return pair ? [{ of, ...pair }] : [];
  });
  const bytes = all.reduce((s, p) => s + p.bytes, 0);
  const takeOne = (of: Panel) =>
    void take({ ...about, panelId: of.id, ...(side && { side }) }).then((photo) => {
      if (!photo) return;
      setOpened(photo.id);
      notify({ text: 'Kept.' });
    });
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
            onPress={() => takeOne(panel)}
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
            : `Together ${sizeText(bytes)}; they go with the job\u2019s file.${room?.free === undefined ? '' : ` About ${sizeText(room.free)} are left in this browser.`}`
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
        <SideChoice label="The next one is taken" value={side} onChange={setSide} />
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
              {newest.slice(0, most).map((p) => (
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
              {newest.length > most && (
                <TextButton
                  label={`Show ${Math.min(AT_ONCE, newest.length - most)} more`}
                  onPress={() => setMost(most + AT_ONCE)}
                />
              )}
            </Section>
          )
        }
      />
    </Page>
  );
}
