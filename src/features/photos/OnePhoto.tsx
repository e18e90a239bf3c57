import { useState } from 'react';
import { Image, View } from 'react-native';
import { DEFECT_NAMES, effectiveEvents, FAULT_NAMES, zonesOf } from '@/core';
import type { Photo } from '@/core/log/photos';
import { openFaults } from '@/core/strata/types';
import { useLibrary, type OpenJob } from '@/data';
import { usePhotos, usePicture, type PhotoPatch } from '@/data/photos';
import { useAppTheme } from '@/ui/appTheme';
import { useConfirm } from '@/ui/ConfirmDialog';
import { Field } from '@/ui/Field';
import { dayMonth } from '@/ui/format';
import { Row, Stack } from '@/ui/layout';
import { Notice, Problem } from '@/ui/Notice';
import { PickFrom } from '@/ui/PickFrom';
import { TextButton } from '@/ui/TextButton';
import { eventLine } from '@/ui/words';
import { SideChoice } from './SideChoice';

/** Of the entries of a panel the newest, so many, can be told as what a photo is of. */
const MOST_ENTRIES = 12;

/** What a photo is of, where nobody said it in words. */
export function wordsOf({ job, state }: OpenJob, p: Photo): string {
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
export function Thumb({ photo }: { photo: Photo }) {
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

/** A photo opened: what it shows, what it is of, and away with it. */
export function OnePhoto({ open, photo, onGone }: { open: OpenJob; photo: Photo; onGone(): void }) {
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
      <SideChoice label="Taken" value={photo.side} onChange={(side) => put({ side })} />
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
