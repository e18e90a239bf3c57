import { useRouter } from 'expo-router';
import { lazy, Suspense, useCallback, useMemo, useReducer, useState } from 'react';
import { useWindowDimensions, View } from 'react-native';
import {
  entriesOn,
  isOpenFault,
  zonesOf,
  type Face,
  type Panel,
  type PanelMap as Drawing,
  type Point,
  Refusal,
  type Message,
  errorText,
} from '@/core';
import { zonesOnFace, restorePanel, zonesAt } from '@/core/outline';
import { useLogCommand, useJob, useAdvice, useShopActions, type OpenJob } from '@/data';
import { useWide } from '@/ui/appTheme';
import { Stack } from '@/ui/layout';
import { TwoColumns } from '@/ui/SplitView';
import { PlaceInWords } from '@/ui/form/PlaceInWords';
import { PanelMap, type Mark, type PanelMapProps } from '@/ui/map/PanelMap';
import { Sketch } from '@/ui/map/sketch';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { EmptyPage } from '@/ui/EmptyState';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { TextButton } from '@/ui/TextButton';
import { gap } from '@/ui/theme';
import { pageHref } from '@/ui/pages';
import { FaultForm } from './FaultForm';
import { FaultList } from './FaultList';
import { OutlineForm } from './OutlineForm';
import { PickedKeepOut, PickedZone } from './Picked';
import { SeamForm } from './SeamForm';
import { ShapeForm } from './ShapeForm';
import { ToDoHere, toDosOn } from './ToDoHere';
import { mapStep, stepForTap, stepForTrace, type Mode, type Outcome } from './state';

const PhotoHere = lazy(() => import('./PhotoHere'));
const ReliefLayer = lazy(() => import('./ReliefLayer'));

const MODES: { value: Mode; label: string }[] = [
  { value: 'look', label: 'Look' },
  { value: 'mark', label: 'Mark' },
  { value: 'zone', label: 'Zone' },
  { value: 'seam', label: 'Seam' },
  { value: 'keepOut', label: 'Keep-out' },
];
const FACE_NAMES: Record<Face, string> = { outer: 'Outer face', inner: 'Inner face' };
/** At most so high, and never so much of the window that nothing beside it can be touched, px and share. */
const HEIGHT = { most: 330, share: 0.42, wide: 0.6 };

/** A panel to scale: where its zones and faults are, and a thumb to mark more. */
export function MapScreen({ jobId, panelId }: { jobId: string | undefined; panelId: string | undefined }) {
  const { data: open, isLoading } = useJob(jobId);
  const panel = open?.job.panels.find((p) => p.id === panelId);
  if (isLoading) return <Page>{null}</Page>;
  if (!open || !panel)
    return (
      <EmptyPage title="That panel is not here" text="It may have been removed, or it belongs to the other store." />
    );
  return panel.map ? (
    <Drawn key={panel.id} open={open} panel={panel} map={panel.map} />
  ) : (
    <ShapeForm key={panel.id} open={open} panel={panel} />
  );
}

function Drawn({ open, panel, map }: { open: OpenJob; panel: Panel; map: Drawing }) {
  const window = useWindowDimensions();
  const wide = useWide();
  const router = useRouter();
  const [{ face, mode, zoneId, pin, picked, news }, go] = useReducer(mapStep, {
    face: map.faces[0] ?? 'outer',
    mode: 'look',
  });
  const back = news?.back;
  // What goes round a fault is one thing, an outline that grows another: that one outlives a look at something else.
  const [sketches] = useState(() => ({
    mark: new Sketch(),
    outer: new Sketch(),
    inner: new Sketch(),
    look: new Sketch(),
  }));
  const sketch = mode === 'mark' ? sketches.mark : mode === 'look' ? sketches.look : sketches[face];
  const command = useLogCommand(open.job.id);
  const { changeJob } = useShopActions();
  const [reshape, setReshape] = useState(false);
  const [relief, setRelief] = useState(false);
  const hasHeights = zonesOf(open.job, panel.id).some((z) =>
    open.state.zones
      .get(z.id)
      ?.events.some((e) => e.kind === 'guideRead' || (e.kind === 'measured' && e.measure === 'heights')),
  );
  const zones = useMemo(() => zonesOnFace(open.job, panel.id, face), [open.job, panel.id, face]);
  const advice = useAdvice();
  const all = useMemo(
    () => advice?.faultsOn(open.job, open.state, panel.id) ?? [],
    [advice, open.job, open.state, panel.id],
  );
  const faults = useMemo(() => all.filter((x) => (x.fault.mark.face ?? 'outer') === face).reverse(), [all, face]);
  const marks = useMemo(
    () =>
      faults.flatMap(({ fault: f }): Mark[] =>
        f.mark.at
          ? [
              {
                id: f.id,
                at: f.mark.at,
                kind: f.mark.fault,
                open: isOpenFault(f),
                ...(f.mark.outline && { outline: f.mark.outline }),
              },
            ]
          : [],
      ),
    [faults],
  );
  const toDos = useMemo(() => toDosOn(open, panel.id, face), [open, panel.id, face]);
  const keepOuts = useMemo(() => map.keepOuts.filter((k) => k.face === face), [map, face]);
  const stillOpen = all.filter((x) => isOpenFault(x.fault)).length;
  const drawing = mode === 'zone' || mode === 'keepOut' || mode === 'seam';

  const onTap = useCallback(
    (at: Point, reach: number) => {
      if (mode === 'mark') sketch.clear();
      go(stepForTap(open.job, panel, { face, mode }, marks, at, reach));
    },
    [mode, marks, panel, face, open.job, sketch],
  );
  const onRound = useCallback(() => {
    const step = stepForTrace(open.job, panel, face, sketch.get());
    const kept = step.do === 'pin' ? step.pin?.outline : undefined;
    if (kept) sketch.replace(kept);
    else sketch.clear();
    go(step);
  }, [open.job, panel, face, sketch]);
  const begin = (m: Mode, id?: string) => {
    sketches.mark.clear();
    // One that is drawn anew begins with nothing.
    if (id !== undefined) sketches[face].clear();
    go({ do: 'begin', mode: m, ...(id && { zoneId: id }) });
  };
  const done = (words: string, before?: Outcome['back']) => {
    sketch.clear();
    go({ do: 'done', news: { words, ...(before && { back: before }) } });
  };
  const say = (words: Message) => go({ do: 'say', words });
  const takeBack = (back: NonNullable<Outcome['back']>) => {
    // At once, so that a second tap finds nothing to take back again.
    go({ do: 'pick' });
    if ('markId' in back)
      return command.mutate(
        { strike: back.markId },
        {
          onSuccess: () => say('The mark is taken back.'),
          onError: (e) => say(errorText(e)),
        },
      );
    changeJob(open.job.id, (j) => {
      const r = restorePanel(j, back.before, panel.id, (id) => entriesOn(open.state, id));
      if (!r.ok) throw new Refusal(r.error[0]!.message);
      return r.value;
    }).then(
      () => say('It is as it was before.'),
      (e: Error) => say(errorText(e)),
    );
  };
  const zone = zones.find((z) => z.id === picked);
  const mark = faults.find((f) => f.fault.id === picked);
  const keepOut = keepOuts.find((k) => k.id === picked);
  const pinZones = pin ? zonesAt(open.job, panel, face, pin.at) : [];
  const drawingOf: PanelMapProps = {
    outline: map.outline,
    zones,
    keepOuts,
    marks,
    toDos,
    ...(picked !== undefined && { picked }),
    ...(pin && { pin: pin.at }),
    sketch,
    finger: mode === 'mark' ? 'rounds' : mode === 'seam' ? 'lines' : drawing ? 'draws' : 'moves',
    height: Math.round(wide ? window.height * HEIGHT.wide : Math.min(HEIGHT.most, window.height * HEIGHT.share)),
    onTap,
    onRound,
  };
  if (!advice) return <Page>{null}</Page>;
  if (reshape) return <ShapeForm open={open} panel={panel} onDone={() => setReshape(false)} />;

  return (
    <Page testID="map-page" wide>
      <PageHead
        eyebrow={`${open.job.name}, ${panel.name.toLowerCase()}`}
        title={
          mode === 'mark' && !pin
            ? 'Tap the fault, or go round it'
            : drawing
              ? mode === 'seam'
                ? 'Draw along it, or tap its bends'
                : 'Drag round it, or tap its corners'
              : stillOpen === 0
                ? 'No faults to fix'
                : stillOpen === 1
                  ? '1 fault is open'
                  : `${stillOpen} faults are open`
        }
      />
      <TwoColumns
        left={
          <>
            {map.faces.length > 1 && (
              <ChoiceGroup
                label="Face"
                hideLabel
                options={map.faces.map((f) => ({ value: f, label: FACE_NAMES[f] }))}
                value={face}
                onChange={(f) => {
                  sketches.mark.clear();
                  go({ do: 'turn', face: f });
                }}
              />
            )}
            <View style={{ height: gap(2) }} />
            <ChoiceGroup label="What to do" hideLabel options={MODES} value={mode} onChange={(m) => begin(m)} />
            {relief && face === 'outer' ? (
              <Suspense fallback={<PanelMap {...drawingOf} />}>
                <ReliefLayer open={open} panel={panel} {...drawingOf} />
              </Suspense>
            ) : (
              <PanelMap {...drawingOf} />
            )}
            {hasHeights && face === 'outer' && mode === 'look' && (
              <TextButton
                label={relief ? 'Without highs and lows' : 'Show highs and lows'}
                onPress={() => setRelief(!relief)}
              />
            )}
          </>
        }
        right={
          <>
            {news && <Notice tone="muted">{news.words}</Notice>}
            {back && (
              <TextButton
                label={'markId' in back ? 'Take the mark back' : 'Take it back'}
                icon="undo"
                onPress={() => takeBack(back)}
              />
            )}
            {mode === 'seam' && (
              <SeamForm
                key={`seam${face}`}
                open={open}
                panel={panel}
                face={face}
                sketch={sketch}
                onDone={(words, before) => done(words, { before })}
              />
            )}
            {(mode === 'zone' || mode === 'keepOut') && (
              <OutlineForm
                key={`${mode}${face}${zoneId ?? ''}`}
                open={open}
                panel={panel}
                face={face}
                what={mode}
                redraw={zoneId}
                sketch={sketch}
                onDone={(words, before) => done(words, { before })}
              />
            )}
            {mode === 'mark' && !pin && (
              <PlaceInWords job={open.job} panel={panel} face={face} onPlace={(at) => go({ do: 'pin', pin: { at } })} />
            )}
            {mode === 'mark' && pin && pinZones.length === 0 && (
              <Notice tone="stop">This face has no zone to mark it on. Draw one here first.</Notice>
            )}
            {mode === 'mark' && pin && pinZones.length > 0 && (
              <FaultForm
                key={`${pin.at.x},${pin.at.y}`}
                open={open}
                panel={panel}
                zones={pinZones}
                face={face}
                at={pin.at}
                outline={pin.outline}
                onDone={(words, markId) => {
                  sketch.clear();
                  go({ do: 'marked', ...(words && { news: { words, ...(markId && { back: { markId } }) } }) });
                }}
              />
            )}
            {mode === 'mark' && pin && pinZones[0] && (
              <Suspense fallback={null}>
                <PhotoHere
                  key={`photo${pin.at.x},${pin.at.y}`}
                  open={open}
                  about={{ panelId: panel.id, face, at: pin.at }}
                  onDone={() => go({ do: 'marked', news: { words: 'A photo of that place is kept' } })}
                />
              </Suspense>
            )}
            {mode === 'mark' && pin && pinZones[0] && (
              <ToDoHere
                key={`do${pin.at.x},${pin.at.y}`}
                open={open}
                zoneId={pinZones[0].id}
                face={face}
                at={pin.at}
                onDone={(text) => go({ do: 'marked', news: { words: `To be done there: ${text}` } })}
              />
            )}
            {zone && (
              <PickedZone
                open={open}
                zone={zone}
                onDraw={() => begin('zone', zone.id)}
                onDone={(words, before) => done(words, before && { before })}
              />
            )}
            {keepOut && (
              <PickedKeepOut
                open={open}
                panel={panel}
                keepOut={keepOut}
                onDone={(words, before) => done(words, before && { before })}
              />
            )}
            {!drawing && (
              <FaultList
                open={open}
                panel={panel}
                faults={mark ? [mark] : faults}
                all={faults.length}
                picked={picked}
              />
            )}
            {mark && <TextButton label="Show all of them" onPress={() => go({ do: 'pick' })} />}
            <TextButton
              label={mark ? 'Work out its repair' : 'Work out a repair'}
              onPress={() =>
                router.navigate(pageHref('/repair', { job: open.job.id, panel: panel.id, fault: mark?.fault.id }))
              }
            />
            <TextButton label="Change the outline or its size" onPress={() => setReshape(true)} />
            <Stack top={2}>
              <ActionButton
                label="To the panel"
                onPress={() =>
                  router.navigate(pageHref('/panel/[jobId]/[panelId]', { jobId: open.job.id, panelId: panel.id }))
                }
              />
            </Stack>
          </>
        }
      />
    </Page>
  );
}
