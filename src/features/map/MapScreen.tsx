import { useRouter } from 'expo-router';
import { useCallback, useMemo, useState } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { type Face, type Job, type Panel, type Point } from '@/core';
import { contains, goneRound, keepOutAt, onFace, panelAsBefore, zonesAt, type GoneRound } from '@/core/outline';
import { useAppend, useJob, useRules, useShopActions, type OpenJob } from '@/data';
import { useWide } from '@/ui/look';
import { Halves } from '@/ui/Beside';
import { PanelMap, type Mark } from '@/ui/map/PanelMap';
import { Sketch } from '@/ui/map/sketch';
import { Act, Blank, Choices, Head, Notice, Page, Quiet } from '@/ui/parts';
import { gap } from '@/ui/theme';
import { FaultForm } from './FaultForm';
import { FaultList } from './FaultList';
import { OutlineForm } from './OutlineForm';
import { entriesOn, PickedKeepOut, PickedZone } from './Picked';
import { ShapeForm } from './ShapeForm';

const MODES = [
  { value: 'look', label: 'Look' },
  { value: 'mark', label: 'Mark' },
  { value: 'zone', label: 'Zone' },
  { value: 'keepOut', label: 'Keep-out' },
] as const;
type Mode = (typeof MODES)[number]['value'];
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
      <Page>
        <Blank title="That panel is not here" text="It may have been removed, or it belongs to the other store." />
      </Page>
    );
  return panel.map ? (
    <Drawn key={panel.id} open={open} panel={panel} />
  ) : (
    <ShapeForm key={panel.id} open={open} panel={panel} />
  );
}

function Drawn({ open, panel }: { open: OpenJob; panel: Panel }) {
  const window = useWindowDimensions();
  const wide = useWide();
  const router = useRouter();
  const map = panel.map!;
  const [face, setFace] = useState<Face>(map.faces[0] ?? 'outer');
  const [mode, setMode] = useState<Mode>('look');
  /** A drawn zone that is being drawn anew. */
  const [redraw, setRedraw] = useState<string>();
  const [sketch] = useState(() => new Sketch());
  const [pin, setPin] = useState<GoneRound>();
  const [picked, setPicked] = useState<string>();
  const [said, setSaid] = useState<string>();
  /** The mark that was just made, while it is news. */
  const [marked, setMarked] = useState<string>();
  /** The job's head before the last change of the drawing, while that is news. */
  const [before, setBefore] = useState<Job>();
  const append = useAppend(open.job.id);
  const { changeJob } = useShopActions();
  const [reshape, setReshape] = useState(false);
  const zones = useMemo(() => onFace(open.job, panel.id, face), [open.job, panel.id, face]);
  const rules = useRules();
  const all = useMemo(
    () => rules?.faultsOn(open.job, open.state, panel.id) ?? [],
    [rules, open.job, open.state, panel.id],
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
                open: f.doneMs === undefined,
                ...(f.mark.outline && { outline: f.mark.outline }),
              },
            ]
          : [],
      ),
    [faults],
  );
  const keepOuts = useMemo(() => map.keepOuts.filter((k) => k.face === face), [map, face]);
  const stillOpen = all.filter((x) => x.fault.doneMs === undefined).length;
  const drawing = mode === 'zone' || mode === 'keepOut';

  const onTap = useCallback(
    (at: Point, reach: number) => {
      setSaid(undefined);
      setMarked(undefined);
      setBefore(undefined);
      if (mode === 'mark') {
        sketch.clear();
        setPin(undefined);
        if (!contains(map.outline, at)) return setSaid('That is beside the panel. Tap on it.');
        return setPin({ at: { x: Math.round(at.x), y: Math.round(at.y) } });
      }
      const near = marks
        .map((m) => ({ m, d: Math.hypot(m.at.x - at.x, m.at.y - at.y) }))
        .filter((x) => x.d < reach)
        .sort((a, b) => a.d - b.d)[0]?.m;
      const round = near ?? marks.find((m) => m.outline && contains(m.outline, at));
      const keep = keepOutAt(panel, face, at);
      const here = zonesAt(open.job, panel, face, at);
      if (!round && !keep && here.length > 1 && contains(map.outline, at))
        setSaid(`${here.map((z) => z.name).join(' and ')} are not drawn, so a tap cannot tell them apart.`);
      setPicked(round?.id ?? keep?.id ?? (contains(map.outline, at) && here.length === 1 ? here[0]?.id : undefined));
    },
    [mode, map, marks, panel, face, open.job, sketch],
  );
  const onRound = useCallback(() => {
    setMarked(undefined);
    const r = goneRound(open.job, panel, face, sketch.get());
    setPin(r.ok ? r.value : undefined);
    setSaid(!r.ok ? r.error : r.value.cut ? 'Cut off at the edge of the panel.' : undefined);
    if (!r.ok || !r.value.outline) sketch.clear();
    else sketch.replace(r.value.outline);
  }, [open.job, panel, face, sketch]);
  const begin = (m: Mode) => {
    setMode(m);
    setBefore(undefined);
    setRedraw(undefined);
    setPin(undefined);
    setPicked(undefined);
    setSaid(undefined);
    setMarked(undefined);
    sketch.clear();
  };
  const changed = (words: string, was: Job | undefined) => {
    setPicked(undefined);
    setSaid(words);
    setBefore(was);
  };
  const zone = zones.find((z) => z.id === picked);
  const mark = faults.find((f) => f.fault.id === picked);
  const keepOut = keepOuts.find((k) => k.id === picked);
  const pinZones = pin ? zonesAt(open.job, panel, face, pin.at) : [];
  if (!rules) return <Page>{null}</Page>;
  if (reshape) return <ShapeForm open={open} panel={panel} onDone={() => setReshape(false)} />;

  return (
    <Page testID="map-page" wide>
      <Head
        over={`${open.job.name}, ${panel.name.toLowerCase()}`}
        answer={
          mode === 'mark' && !pin
            ? 'Tap the fault, or go round it'
            : drawing
              ? 'Drag round it, or tap its corners'
              : stillOpen === 0
                ? 'No fault is open'
                : stillOpen === 1
                  ? '1 fault is open'
                  : `${stillOpen} faults are open`
        }
      />
      <Halves
        left={
          <>
            {map.faces.length > 1 && (
              <Choices
                label="Face"
                hideLabel
                options={map.faces.map((f) => ({ value: f, label: FACE_NAMES[f] }))}
                value={face}
                onChange={(f) => {
                  setFace(f);
                  begin(mode);
                }}
              />
            )}
            <View style={{ height: gap(2) }} />
            <Choices label="What to do" hideLabel options={MODES} value={mode} onChange={begin} />
            <PanelMap
              outline={map.outline}
              zones={zones}
              keepOuts={keepOuts}
              marks={marks}
              picked={picked}
              pin={pin?.at}
              sketch={sketch}
              finger={mode === 'mark' ? 'rounds' : drawing ? 'draws' : 'moves'}
              height={Math.round(
                wide ? window.height * HEIGHT.wide : Math.min(HEIGHT.most, window.height * HEIGHT.share),
              )}
              onTap={onTap}
              onRound={onRound}
            />
          </>
        }
        right={
          <>
            {said !== undefined && <Notice tone="muted">{said}</Notice>}
            {before && (
              <Quiet
                label="Take it back"
                icon="undo"
                onPress={() => {
                  const entries = (id: string) => entriesOn(open, id);
                  changeJob(open.job.id, (j) => {
                    const r = panelAsBefore(j, before, panel.id, entries);
                    if (!r.ok) throw new Error(r.error[0]?.message);
                    return r.value;
                  }).then(
                    () => setSaid('It is as it was before.'),
                    (e: Error) => setSaid(e.message),
                  );
                  setBefore(undefined);
                  setPicked(undefined);
                }}
              />
            )}
            {marked !== undefined && (
              <Quiet
                label="Take the mark back"
                icon="undo"
                onPress={() =>
                  append.mutate({ kind: 'voided', zoneIds: [], targetId: marked } as never, {
                    onSuccess: () => {
                      setMarked(undefined);
                      setSaid('The mark is taken back.');
                    },
                    onError: (e) => setSaid(e.message),
                  })
                }
              />
            )}
            {drawing && (
              <OutlineForm
                key={`${mode}${face}${redraw ?? ''}`}
                open={open}
                panel={panel}
                face={face}
                what={mode}
                redraw={redraw}
                sketch={sketch}
                onDone={(words, was) => {
                  begin('look');
                  setSaid(words);
                  setBefore(was);
                }}
              />
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
                onDone={(words, id) => {
                  setPin(undefined);
                  sketch.clear();
                  setSaid(words);
                  setMarked(id);
                }}
              />
            )}
            {zone && (
              <PickedZone
                open={open}
                zone={zone}
                onDraw={() => {
                  begin('zone');
                  setRedraw(zone.id);
                }}
                onDone={changed}
              />
            )}
            {keepOut && <PickedKeepOut open={open} panel={panel} keepOut={keepOut} onDone={changed} />}
            {!drawing && (
              <FaultList
                open={open}
                panel={panel}
                faults={mark ? [mark] : faults}
                all={faults.length}
                picked={picked}
              />
            )}
            {mark && <Quiet label="Show all of them" onPress={() => setPicked(undefined)} />}
            <Quiet
              label={mark ? 'Work out its repair' : 'Work out a repair'}
              onPress={() =>
                router.navigate(
                  `/repair?job=${open.job.id}&panel=${panel.id}${mark ? `&fault=${mark.fault.id}` : ''}` as never,
                )
              }
            />
            <Quiet label="Change the outline or its size" onPress={() => setReshape(true)} />
            <View style={{ marginTop: gap(2) }}>
              <Act label="To the panel" onPress={() => router.navigate(`/panel/${open.job.id}/${panel.id}` as never)} />
            </View>
          </>
        }
      />
    </Page>
  );
}
